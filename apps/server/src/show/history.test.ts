import { randomUUID } from "node:crypto";
import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { setChange, type Change, type HistoryLine, type Person, type ChangedBy, type ShowRecord, type VersionLine } from "@vexa/core";
import { cookieOf, serverOnBench, until } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let ines: string;
beforeAll(async () => {
  server = await serverOnBench();
  ines = await cookieOf(server.url, "ines");
});
afterAll(() => server.stop());

const person = (name: string): Person => server.door.show.get("person", `person-${name}`)!;
const edit = async (name: string, label: string, changes: Change[]): Promise<void> => {
  expect(await server.door.transact(person(name), { id: randomUUID(), author: "", label, changes })).toMatchObject({ ok: true });
};
const get = async <T>(path: string): Promise<T> =>
  (await supertest(server.url).get(`/api/history${path}`).set("cookie", ines).expect(200)).body as T;

describe("history", () => {
  it("tells who changed what when, by person, place and time", async () => {
    const cue = server.door.show
      .all("cue")
      .find(({ listId }) => server.door.show.get("cueList", listId)?.territoryId === "territory-ribs")!;
    const started = Date.now();
    await edit("tomasz", "Named a cue", [setChange(cue.id, ["name"], { from: cue.name, to: "Clearing" })]);
    await edit("ines", "Named the page", [setChange("page-main", ["name"], { from: "Main page", to: "Front page" })]);
    const labels = async (query: string): Promise<string[]> => (await get<HistoryLine[]>(query)).map(({ label }) => label);
    expect(await labels("")).toEqual(["Named the page", "Named a cue"]);
    expect(await labels("?personId=person-tomasz")).toEqual(["Named a cue"]);
    expect(await labels("?place=perform")).toEqual(["Named the page"]);
    expect(await labels(`?from=${started}`)).toHaveLength(2);
    expect(await labels(`?to=${started - 1000}`)).toEqual([]);
    const [newest] = await get<HistoryLine[]>("");
    expect(newest).toMatchObject({ personId: "person-ines", state: "done", places: ["perform"] });
    expect(await labels(`?before=${newest!.id}`)).toEqual(["Named a cue"]);
    await server.door.undo(person("tomasz"), "undo");
    expect((await get<HistoryLine[]>("?personId=person-tomasz")).map(({ label, state }) => [label, state])).toEqual([
      ["Took back: Named a cue", "step"],
      ["Named a cue", "undone"],
    ]);
  });

  it("refuses filters that make no sense", async () => {
    for (const query of ["?place=moon", "?from=yesterday", "?before=1;DROP", "?extra=1"])
      await supertest(server.url).get(`/api/history${query}`).set("cookie", ines).expect(400);
  });
});

describe("versions", () => {
  it("bring recorded work back, keep what was there before, and leave people and what is gone in peace", async () => {
    const post = (path: string, body: object = {}): supertest.Test =>
      supertest(server.url).post(`/api/history/versions${path}`).set("cookie", ines).send(body);
    const before = server.door.show;
    const { body } = await post("", { name: "Before the show" }).expect(201);
    const groups = server.door.show.all("group");
    const strokes = {
      s: { who: { groupIds: ["group-new"] }, parts: { Dimmer: { level: { knots: [1] }, shape: {}, touched: 1 } }, rank: 1 },
    };
    await edit("ines", "New group", [{ op: "add", record: { ...groups[0]!, id: "group-new", name: "New" } as never }]);
    await edit("ines", "Used it", [setChange("sketch-person-ines", ["strokes"], { from: {}, to: strokes })]);
    await edit("ines", "Renamed", [setChange(groups[0]!.id, ["name"], { from: groups[0]!.name, to: "Other" })]);
    await post(`/${(body as VersionLine).id}/restore`).expect(200);
    expect(server.door.show.get("group", "group-new")).toBeNull();
    expect(server.door.show.get("group", groups[0]!.id)?.name).toBe(groups[0]!.name);
    expect(server.door.show.sketchOf("person-ines")?.strokes).toEqual({});
    expect(server.door.show.all("person")).toEqual(before.all("person"));
    const versions = await get<VersionLine[]>("/versions");
    expect(versions.map(({ name }) => name)).toEqual(["Before bringing back Before the show", "Before the show"]);
    await post(`/${versions[0]!.id}/restore`).expect(200);
    expect(server.door.show.get("group", "group-new")?.name).toBe("New");
    await post("", { name: "" }).expect(400);
  });
});

describe("versions that are kept by themselves", () => {
  const autos = async (): Promise<string[]> =>
    (await get<VersionLine[]>("/versions")).flatMap(({ name, auto, personId }) => (auto ? [`${name}: ${personId}`] : []));

  it("come before what is risky, hold what was there before it, and tell who changed what since", async () => {
    const before = await autos();
    const [territory] = server.door.show.all("territory");
    const to = { ...territory!, parts: territory!.parts.slice(1) };
    await edit("ines", "Divided anew", [setChange(territory!.id, ["parts"], { from: territory!.parts, to: to.parts })]);
    await expect.poll(async () => (await autos()).length).toBe(before.length + 1);
    expect((await autos())[0]).toBe("Before the division was changed: person-ines");
    const [line] = await get<VersionLine[]>("/versions");
    const records = await get<ShowRecord[]>(`/versions/${line!.id}`);
    expect(records.find(({ id }) => id === territory!.id)).toEqual(territory);
    expect(records.some(({ kind }) => kind === "person")).toBe(false);
    const cue = server.door.show
      .all("cue")
      .find(({ listId }) => server.door.show.get("cueList", listId)?.territoryId === "territory-ribs")!;
    await edit("tomasz", "A slower cue", [setChange(cue.id, ["inSeconds"], { from: cue.inSeconds, to: cue.inSeconds + 1 })]);
    expect((await get<ChangedBy>(`/versions/${line!.id}/changes`))[cue.id]).toEqual(["person-tomasz"]);
    // A run of risky edits is kept once.
    await edit("ines", "And back", [setChange(territory!.id, ["parts"], { from: to.parts, to: territory!.parts })]);
    expect(await autos()).toHaveLength(before.length + 1);
  });

  it("aren't found by strangers, nonsense or another show's ids", async () => {
    await supertest(server.url).get("/api/history/versions/nonsense").set("cookie", ines).expect(404);
    await supertest(server.url).get(`/api/history/versions/${randomUUID()}`).set("cookie", ines).expect(404);
  });
});

describe("a loan", () => {
  it("ends by itself when its time is over, and shows in the history", async () => {
    const loan = server.door.show.get("loan", "loan-ferns")!;
    expect(await server.door.lend(person("adaeze"), { type: "lend", loanId: loan.id, minutes: 1 })).toMatchObject({ ok: true });
    const { endsAt } = server.door.show.get("loan", loan.id)!;
    expect(Math.abs(endsAt! - Date.now() - 60_000)).toBeLessThan(2000);
    // The clock of the test isn't turned: the loan's own end is brought near, as an edit of the server would.
    server.door.emit("changes", server.door.seq, { id: "", author: "", label: "", changes: [] }, 0);
    const lent = server.door.show.get("loan", loan.id)!;
    Object.assign(lent, { endsAt: Date.now() + 50 });
    server.door.emit("changes", server.door.seq, { id: "", author: "", label: "", changes: [setChange(loan.id, ["minutes"], {})] }, 0);
    await until(() => server.door.show.get("loan", loan.id)?.state === "ended");
    await server.door.flush();
    const lines = await get<HistoryLine[]>("?place=crew");
    expect(lines[0]).toMatchObject({
      state: "step",
      label: expect.stringMatching(/^The time of the loan was over: \d+ heads of Pixels and uplights went back/) as string,
    });
  });
});
