import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { randomUUID } from "node:crypto";
import { setChange, type Person, type ShowLine } from "@vexa/core";
import { cookieOf, serverOnBench, until } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let ines: string;
beforeAll(async () => {
  server = await serverOnBench();
  ines = await cookieOf(server.url, "ines");
});
afterAll(() => server.stop());

async function ask(
  method: string,
  path: string,
  body?: object | Buffer,
  cookie = ines,
): Promise<{ status: number; body: unknown; bytes: Buffer }> {
  const raw = Buffer.isBuffer(body);
  const response = await fetch(`${server.url}/api/shows${path}`, {
    method,
    headers: { cookie, ...(body ? { "content-type": raw ? "application/octet-stream" : "application/json" } : {}) },
    ...(body ? { body: raw ? new Uint8Array(body) : JSON.stringify(body) } : {}),
  });
  const bytes = Buffer.from(await response.arrayBuffer());
  const json = /json/.test(response.headers.get("content-type") ?? "");
  return { status: response.status, bytes, body: json ? JSON.parse(bytes.toString()) : null };
}
const shows = async (): Promise<ShowLine[]> => (await ask("GET", "")).body as ShowLine[];
const named = async (name: string): Promise<ShowLine> => (await shows()).find((show) => show.name === name)!;
const idOf = (answer: { body: unknown }): string => (answer.body as { id: string }).id;
const counts = (): Record<string, number> => {
  const { show } = server.stage;
  return {
    lamps: show.all("fixture").length,
    cues: show.all("cue").length,
    people: show.all("person").length,
    sounds: show.all("sound").length,
  };
};

describe("the shows of an installation", () => {
  it("are one on stage at first; a new one is opened, and the old one is kept with all that belongs to it", async () => {
    const before = counts();
    expect((await shows()).map(({ name, onStage, lamps }) => [name, onStage, lamps])).toEqual([["Understory", true, 187]]);
    const made = await ask("POST", "", { name: "Second night", from: "empty" });
    expect(made.status).toBe(201);
    expect((await ask("POST", `/${idOf(made)}/open`, { seconds: 0 })).status).toBe(204);
    expect(counts()).toEqual({ lamps: 0, cues: 0, people: before["people"], sounds: 0 });
    expect((await fetch(`${server.url}/api/sounds/sound-waltz`, { headers: { cookie: ines } })).status).toBe(404);
    expect((await shows()).map(({ name, onStage, lamps }) => [name, onStage, lamps])).toEqual([
      ["Second night", true, 0],
      ["Understory", false, 187],
    ]);
    expect((await ask("POST", `/${(await named("Understory")).id}/open`, { seconds: 0 })).status).toBe(204);
    expect(counts()).toEqual(before);
    expect((await fetch(`${server.url}/api/sounds/sound-waltz`, { headers: { cookie: ines } })).status).toBe(200);
    expect((await shows()).map(({ name, onStage }) => [name, onStage])).toEqual([
      ["Understory", true],
      ["Second night", false],
    ]);
  });

  it("can be copied, renamed, put away, thrown away and brought back", async () => {
    const copy = await ask("POST", `/${(await named("Understory")).id}/copy`, { name: "Third" });
    const id = idOf(copy);
    expect(await named("Third")).toMatchObject({ lamps: 187, onStage: false });
    await ask("PATCH", `/${id}`, { name: "Fourth", archived: true });
    expect(await named("Fourth")).toMatchObject({ id, archived: true, deletedAt: null });
    await ask("PATCH", `/${id}`, { deleted: true });
    expect((await named("Fourth")).deletedAt).toBeGreaterThan(0);
    expect((await ask("POST", `/${id}/open`, { seconds: 0 })).status).toBe(404);
    await ask("PATCH", `/${id}`, { deleted: false });
    expect((await named("Fourth")).deletedAt).toBeNull();
  });

  it("begin with the rig of the one on stage, without its looks", async () => {
    await ask("POST", "", { name: "Same rig", from: "rig" });
    expect(await named("Same rig")).toMatchObject({ lamps: 187, cues: 0 });
    expect((await ask("POST", `/${(await named("Same rig")).id}/open`, { seconds: 1 })).status).toBe(204);
    expect(counts()).toMatchObject({ lamps: 187, cues: 0 });
    await ask("POST", `/${(await named("Understory")).id}/open`, { seconds: 0 });
  });

  it("leave as a file and come back as the same show, octet for octet of what is recorded", async () => {
    const before = [...server.stage.show.records.values()].filter(({ kind }) =>
      ["fixture", "cue", "preset", "page", "territory"].includes(kind),
    );
    const { bytes, status } = await ask("GET", `/${(await named("Understory")).id}/file`);
    expect([status, bytes.subarray(0, 2).toString()]).toEqual([200, "PK"]);
    const taken = await ask("POST", "/file", bytes);
    expect(taken.status).toBe(201);
    expect((await ask("POST", `/${idOf(taken)}/open`, { seconds: 0 })).status).toBe(204);
    const plain = (record: object): string => JSON.stringify({ ...record, version: 0 });
    const after = new Map([...server.stage.show.records.values()].map((record) => [record.id, plain(record)]));
    for (const record of before) expect(after.get(record.id)).toBe(plain(record));
    const sound = await fetch(`${server.url}/api/sounds/sound-waltz`, { headers: { cookie: ines } });
    expect((await sound.arrayBuffer()).byteLength).toBeGreaterThan(100_000);
    await until(() => server.stage.show.get("settings", "settings")?.name === "Understory");
  });

  it("take the tempo along that was found in the rehearsal: as a file, as a copy, and when they are opened again", async () => {
    const lead = server.stage.show.get("person", "person-ines")!;
    const bpm = (): number | undefined => server.stage.show.tempo("master-pulse")?.bpm;
    expect((await server.stage.play(lead, { type: "bpm", masterId: "master-pulse", bpm: 101 }, undefined)).ok).toBe(true);
    const { id } = (await shows()).find(({ onStage }) => onStage)!;
    const copy = idOf(await ask("POST", `/${id}/copy`, { name: "Copy in tempo" }));
    const taken = idOf(await ask("POST", "/file", (await ask("GET", `/${id}/file`)).bytes));
    const empty = idOf(await ask("POST", "", { name: "Empty", from: "empty" }));
    for (const other of [copy, taken, id]) {
      await ask("POST", `/${empty}/open`, { seconds: 0 });
      expect(server.stage.show.all("masterState")).toEqual([]);
      await ask("POST", `/${other}/open`, { seconds: 0 });
      expect(bpm(), other).toBe(101);
    }
  });

  it("are the lead's to open and to take away; what can't be read changes nothing", async () => {
    const before = (await shows()).length;
    const tomasz = await cookieOf(server.url, "tomasz");
    const live = (await shows())[0]!.id;
    for (const [method, path, body] of [
      ["POST", "", { name: "x", from: "empty" }],
      ["POST", `/${live}/copy`, { name: "x" }],
      ["GET", `/${live}/file`, undefined],
      ["PATCH", `/${live}`, { deleted: true }],
    ] as const)
      expect((await ask(method, path, body, tomasz)).status).toBe(403);
    for (const body of [Buffer.from("nonsense"), Buffer.alloc(0)]) expect((await ask("POST", "/file", body)).status).toBe(422);
    expect((await ask("POST", "", { name: "", from: "empty" })).status).toBe(400);
    expect((await ask("POST", "", { name: "x", from: "elsewhere" })).status).toBe(400);
    expect((await ask("POST", `/${live}/open`, { seconds: 0 })).status).toBe(404);
    expect((await ask("POST", "/gone/open", { seconds: 0 })).status).toBe(404);
    expect((await ask("POST", "/gone/open", { seconds: -1 })).status).toBe(400);
    expect(await shows()).toHaveLength(before);
  });

  it("give their work and their files to whoever takes parts of them; nobody else, and nothing of what isn't there", async () => {
    const made = idOf(await ask("POST", "", { name: "Demo again", from: "demo" }));
    const bare = idOf(await ask("POST", "", { name: "Bare", from: "empty" }));
    expect((await ask("POST", `/${bare}/open`, { seconds: 0 })).status).toBe(204);
    const records = (await ask("GET", `/${made}/records`)).body as { id: string; kind: string }[];
    expect(records.filter(({ kind }) => kind === "fixture")).toHaveLength(187);
    expect(records.some(({ kind }) => kind === "person")).toBe(false);
    const heard = async (): Promise<number> =>
      (await fetch(`${server.url}/api/sounds/sound-waltz`, { headers: { cookie: ines }, method: "HEAD" })).status;
    expect(await heard()).toBe(404);
    expect((await ask("POST", `/${made}/files`, { ids: ["sound-waltz", "gone"] })).status).toBe(204);
    expect((await ask("POST", `/${made}/files`, { ids: ["sound-waltz"] })).status).toBe(204);
    expect(await heard()).toBe(200);
    const tomasz = await cookieOf(server.url, "tomasz");
    expect((await ask("GET", `/${made}/records`, undefined, tomasz)).status).toBe(403);
    expect((await ask("POST", `/${made}/files`, { ids: [] }, tomasz)).status).toBe(403);
    expect((await ask("GET", "/gone/records")).status).toBe(404);
    expect((await ask("POST", "/gone/files", { ids: [] })).status).toBe(404);
    for (const body of [{}, { ids: "x" }, { ids: [1] }, { ids: [""] }])
      expect((await ask("POST", `/${made}/files`, body)).status).toBe(400);
    expect((await ask("POST", `/${(await named("Demo again")).id}/open`, { seconds: 0 })).status).toBe(204);
  });

  it("have roles of their own: who is what goes and comes with the show, and whoever opens one stays the lead", async () => {
    const live = (await shows())[0]!.id;
    const roleOf = (id: string): string => server.stage.show.get("person", id)!.role;
    const turn = async (id: string, from: string, to: string): Promise<void> => {
      const ines = server.stage.show.get("person", "person-ines")!;
      const transaction = { id: randomUUID(), author: ines.id, label: "Role", changes: [setChange(id, ["role"], { from, to })] };
      expect(await server.stage.transact(ines, transaction)).toMatchObject({ ok: true });
    };
    await ask("POST", `/${live}/copy`, { name: "By day" });
    const day = await named("By day");
    const night = await named((await shows())[0]!.name);
    await turn("person-tomasz", "programmer", "operator");
    await turn("person-adaeze", "programmer", "lead");
    expect((await shows())[0]!.roles).toMatchObject({ "person-tomasz": "operator", "person-ines": "lead" });
    expect(day.roles).toMatchObject({ "person-tomasz": "programmer" });
    expect((await ask("POST", `/${day.id}/open`, { seconds: 0 })).status).toBe(204);
    expect([roleOf("person-tomasz"), roleOf("person-adaeze"), roleOf("person-ines")]).toEqual(["programmer", "programmer", "lead"]);
    // Somebody of whom the other show knew nothing keeps what they are.
    const ines = server.stage.show.get("person", "person-ines")!;
    const newcomer: Person = { id: "person-late", kind: "person", version: 1, name: "Late", initials: "La", role: "watcher" };
    await server.stage.transact(ines, { id: randomUUID(), author: ines.id, label: "Late", changes: [{ op: "add", record: newcomer }] });
    const adaeze = await cookieOf(server.url, "adaeze");
    expect((await ask("POST", `/${night.id}/open`, { seconds: 0 }, adaeze)).status).toBe(403);
    expect((await ask("POST", `/${night.id}/open`, { seconds: 0 })).status).toBe(204);
    expect(["tomasz", "adaeze", "ines", "late"].map((id) => roleOf(`person-${id}`))).toEqual(["operator", "lead", "lead", "watcher"]);
    // Who opens it stays the lead, also where somebody else was that alone.
    await turn("person-adaeze", "lead", "programmer");
    expect((await ask("POST", `/${day.id}/open`, { seconds: 0 })).status).toBe(204);
    await turn("person-adaeze", "programmer", "lead");
    expect((await ask("POST", `/${night.id}/open`, { seconds: 0 }, adaeze)).status).toBe(204);
    expect(["tomasz", "adaeze", "ines"].map((id) => roleOf(`person-${id}`))).toEqual(["operator", "lead", "lead"]);
    await turn("person-adaeze", "lead", "programmer");
    await turn("person-tomasz", "operator", "programmer");
  });

  it("an undo reaches into the show on stage alone", async () => {
    const person = server.stage.show.get("person", "person-ines")!;
    const live = (await shows())[0]!.id;
    await ask("POST", `/${live}/copy`, { name: "One" });
    await ask("POST", `/${live}/copy`, { name: "The other" });
    expect((await ask("POST", `/${(await named("One")).id}/open`, { seconds: 0 })).status).toBe(204);
    const [group] = server.stage.show.all("group");
    const change = setChange(group!.id, ["name"], { from: group!.name, to: "Renamed" });
    expect(
      await server.stage.transact(person, { id: randomUUID(), author: person.id, label: "Renamed it", changes: [change] }),
    ).toMatchObject({ ok: true });
    expect((await ask("POST", `/${(await named("The other")).id}/open`, { seconds: 0 })).status).toBe(204);
    expect((await server.stage.undo(person, "undo")).ok).toBe(false);
    expect(server.stage.show.get("group", group!.id)!.name).toBe(group!.name);
  });

  it("two that are opened at once come one after the other, and none is lost", async () => {
    const names = (await shows()).map(({ name }) => name).sort();
    const others = (await shows()).filter(({ onStage, deletedAt }) => !onStage && deletedAt === null);
    await Promise.all(others.slice(0, 2).map(({ id }) => ask("POST", `/${id}/open`, { seconds: 0 })));
    expect((await shows()).map(({ name }) => name).sort()).toEqual(names);
    expect((await shows()).filter(({ onStage }) => onStage)).toHaveLength(1);
  });
});
