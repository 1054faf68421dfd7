import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import {
  explain,
  readLevelMessage,
  setChange,
  type Answer,
  type Change,
  type HeadAttribute,
  type Playback,
  type PlayCommand,
  type PresenceEntry,
  type Standing,
  type Trace,
} from "@vexa/core";
import { connect, cookieOf, serverOnBench, socketOf, transact, until, type TestSocket } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let ines: TestSocket;
let tomasz: TestSocket;
beforeAll(async () => {
  server = await serverOnBench();
  [ines, tomasz] = [await socketOf(server.url, "ines"), await socketOf(server.url, "tomasz")];
});
afterAll(async () => {
  ines.close();
  tomasz.close();
  await server.stop();
});

const sentence = (answer: Answer): string => (answer.ok ? "" : explain(answer.error));

describe("live connections", () => {
  it("turn away strangers and pages of other sites", async () => {
    await expect(connect(server.url, {})).rejects.toThrow("sign-in.needed");
    const cookie = await cookieOf(server.url, "ines");
    await expect(connect(server.url, { cookie, origin: "http://elsewhere.example" })).rejects.toThrow();
    const own = await connect(server.url, { cookie, origin: server.url });
    own.close();
  });

  it("carry an edit to everybody within 100 ms", async () => {
    const arrived = new Promise<number>((resolve) => tomasz.once("changes", () => resolve(performance.now())));
    const sent = performance.now();
    const rename = {
      id: randomUUID(),
      label: "rename",
      changes: [setChange("page-main", ["name"], { from: "Main page", to: "First page" })],
    };
    expect(await transact(ines, rename)).toMatchObject({ ok: true });
    // The issue asks for 100 ms on loopback; a loaded test machine gets three times as much. bench/ measures.
    expect((await arrived) - sent).toBeLessThan(300);
  });

  it.each<[string, unknown, string]>([
    ["nothing", null, "it isn't an object"],
    ["a text", "rename", "it isn't an object"],
    ["no changes", { id: randomUUID(), label: "x", changes: [] }, "changes must contain at least 1 elements"],
    ["an id that is none", { id: "1", label: "x", changes: [{ op: "set", id: "a", path: ["b"] }] }, "id must be a UUID"],
    ["an unknown step", { id: randomUUID(), label: "x", changes: [{ op: "drop", id: "a" }] }, "op must be one of"],
    ["a record without an id", { id: randomUUID(), label: "x", changes: [{ op: "add", record: { kind: "page" } }] }, "has no id"],
    [
      "a field too many",
      { id: randomUUID(), label: "x", admin: true, changes: [{ op: "set", id: "a", path: ["b"] }] },
      "admin should not exist",
    ],
    ["a path that is a text", { id: randomUUID(), label: "x", changes: [{ op: "set", id: "a", path: "b" }] }, "path"],
  ])("answer a transaction with %s by a plain sentence", async (_, message, words) => {
    const before = server.door.show;
    expect(sentence(await transact(ines, message))).toContain(words);
    expect(server.door.show).toBe(before);
  });

  it("answer malformed playing and undoing, and drop what asks for no answer", async () => {
    const ask = (event: "play" | "undo", message: unknown): Promise<Answer> => ines.timeout(5000).emitWithAck(event, message as never);
    expect(sentence(await ask("play", { type: "explode", playbackId: "card-spore" }))).toContain("type must be one of");
    expect(sentence(await ask("play", { type: "level", playbackId: "card-spore", level: 2 }))).toContain(
      "level: it must be a number from 0 to 1",
    );
    expect(sentence(await ask("play", { type: "bpm", masterId: "master-pulse", bpm: 0 }))).toContain(
      "bpm: it must be a number from 1 to 600",
    );
    expect(sentence(await ask("play", { type: "flash", playbackId: "card-spore", press: "hard" }))).toContain("press: it must be one of");
    expect(sentence(await ask("play", { type: "park", head: "fx-1", values: { Dimmer: 2 } }))).toContain(
      "values › Dimmer: it must be a number",
    );
    expect(sentence(await ask("play", { type: "grand-master", level: "full" }))).toContain("level: it must");
    expect(sentence(await ask("undo", "sideways"))).toContain("neither undo nor redo");
    (ines as unknown as { emit: (event: string, message: unknown) => void }).emit("transact", { no: "answer" });
    expect(await ask("play", { type: "go", playbackId: "card-spore" })).toMatchObject({ ok: true });
  });

  it("take the author from the sign-in, whatever the message says", async () => {
    const heard = new Promise<string>((resolve) => server.door.once("changes", (_, { author }) => resolve(author)));
    await transact(ines, {
      id: randomUUID(),
      author: "person-tomasz",
      label: "forged",
      changes: [setChange("page-main", ["rank"], { from: 0, to: 1 })],
    });
    expect(await heard).toBe("person-ines");
  });

  it("tell who is where with what selected, and forget who leaves", async () => {
    let people: readonly PresenceEntry[] = [];
    ines.on("presence", (entries) => (people = entries));
    tomasz.emit("presence", { path: "/build", heads: ["fx-101", "fx-102"], edits: "lane Pan" });
    await until(() => people.some(({ heads }) => heads.length === 2));
    const visitor = await socketOf(server.url, "adaeze");
    await until(() => people.length === 3);
    visitor.close();
    await until(() => people.length === 2);
    expect(people.map(({ personId }) => personId).sort()).toEqual(["person-ines", "person-tomasz"]);
  });

  it("carry live levels that show what is played, also to those who come later", async () => {
    const { rig } = server.door.show;
    const blinder = rig.headByKey.get("fx-81.1")!.parameters.get("Dimmer")!;
    const watcher = await socketOf(server.url, "operator");
    const own = new Float32Array(rig.parameters.length);
    let messages = 0;
    watcher.on("levels", (message) => {
      messages++;
      readLevelMessage(toArrayBuffer(message), own);
    });
    await new Promise((resolve) => setTimeout(resolve, 150));
    expect(messages, "before the client knows the rig, levels would be lost").toBe(0);
    watcher.emit("watch");
    await until(() => own[blinder]! > 0.99);
    watcher.close();
  });
});

describe("traces", () => {
  const blinder = { head: "fx-81.1", attribute: "Dimmer" } as const;
  const ask = (message: unknown): Promise<Trace | null> => ines.timeout(5000).emitWithAck("trace", message as HeadAttribute);

  it("say why an attribute is what it is, and nothing of what isn't there", async () => {
    await ines.timeout(5000).emitWithAck("play", { type: "level", playbackId: "card-spore", level: 1 });
    await ines.timeout(5000).emitWithAck("play", { type: "go", playbackId: "card-spore" });
    let trace: Trace | null = null;
    for (let look = 0; look < 100 && trace?.winner !== "card-spore"; look++) trace = await ask(blinder);
    expect(trace).toMatchObject({ winner: "card-spore", links: [{ sourceId: "card-spore", rule: "highest" }] });
    for (const message of [null, "fx-81.1", { head: "fx-none", attribute: "Dimmer" }, { head: "fx-81.1", attribute: "Sparkle" }])
      expect(await ask(message)).toBeNull();
  });

  it("come with word of what is hidden, and let go what gives way", async () => {
    const cards = ["card-under", "card-over"].map((id, index): Change => {
      const card: Playback = { ...server.door.show.get("playback", "card-spore")!, id, version: 1, row: 10 + index };
      const record: Playback = index === 0 ? { ...card, givesWay: true } : { ...card, priority: "top" };
      return { op: "add", record };
    });
    expect(await transact(ines, { id: randomUUID(), label: "two cards", changes: cards })).toMatchObject({ ok: true });
    let told: Standing | null = null;
    ines.on("standing", (standing) => (told = standing));
    const play = (command: PlayCommand): Promise<Answer> => ines.timeout(5000).emitWithAck("play", command);
    await play({ type: "level", playbackId: "card-under", level: 0.3 });
    await play({ type: "level", playbackId: "card-over", level: 1 });
    await until(() => server.door.show.playbackState("card-under")?.cueId === null);
    expect(server.door.show.playbackState("card-over")?.cueId).not.toBeNull();
    await until(() => told !== null);
    await play({ type: "let-go", playbackId: "card-over" });
  });
});

/** socket.io gives Node a Buffer where browsers get an ArrayBuffer. */
function toArrayBuffer(message: ArrayBuffer): ArrayBuffer {
  const octets = Uint8Array.from(message as unknown as Buffer);
  return octets.buffer;
}
