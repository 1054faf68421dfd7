import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { once } from "node:events";
import { createConnection, createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { afterEach, describe, expect, it } from "vitest";
import { Show, type Answer } from "@vexa/core";
import { understory } from "@vexa/demo";
import { NOTHING_OPEN, type Open } from "./open-book";
import { StageJournal } from "./stage-journal";
import type { FromStage, ToStage } from "./stage-messages";
import { StageServer } from "./stage-server";
import { Wire } from "./wire";

const SHOW = new Show(new Map(understory().map((record) => [record.id, record])));
const CID = "8a5f2f0e-6f0b-4bd0-9a2c-0f6d4f6f8a11";
const ends: (() => Promise<void> | void)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});

/** An engine's process as it begins on what a run before left at number 10, and a web server that the test speaks for. */
async function begin(
  open: Open,
  { standbyPort = 0, cutOff = false }: { standbyPort?: number; /** A newer snapshot was never finished. */ cutOff?: boolean } = {},
): Promise<{
  say: (message: ToStage) => void;
  heard: FromStage[];
  until: (type: FromStage["type"]) => Promise<FromStage>;
  play: () => Promise<Answer>;
}> {
  const folder = mkdtempSync(join(tmpdir(), "vexa-stage-"));
  ends.push(() => rmSync(folder, { recursive: true, force: true }));
  const journal = new StageJournal(`${folder}/show`, {
    cid: CID,
    name: "Understory",
    seq: 10,
    savedSeq: 10,
    open,
    records: () => SHOW.records,
  });
  await journal.close();
  const head = JSON.stringify({ cid: CID, name: "Understory", count: 2000 });
  if (cutOff) writeFileSync(`${folder}/show/show-000000000099.jsonl`, `${head}\n`);
  const server = await StageServer.open({
    ...{ socket: join(folder, "s"), folder, targets: [{ address: "127.0.0.1", port: 9 }], oscPort: null },
    ...{ secret: "only for this test", standbys: { host: "127.0.0.1", port: standbyPort }, log: pino({ level: "silent" }) },
  });
  ends.push(() => server.stop());
  const socket = createConnection(join(folder, "s"));
  await new Promise((resolve) => socket.once("connect", resolve));
  const heard: FromStage[] = [];
  const wire = new Wire(socket, {
    heard: (message) => "json" in message && heard.push(message.json as FromStage),
    closed: () => undefined,
  });
  ends.push(() => wire.close());
  const until = async (type: FromStage["type"]): Promise<FromStage> => {
    for (;;) {
      const found = heard.find((message) => message.type === type);
      if (found) return found;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  };
  let asked = 0;
  const play = async (): Promise<Answer> => {
    const id = ++asked;
    wire.send({
      type: "ask",
      id,
      ask: { what: "play", personId: "person-ines", command: { type: "level", playbackId: "card-lanterns", level: 0.1 * id } },
    } satisfies ToStage);
    for (;;) {
      const found = heard.find((message) => message.type === "answer" && message.id === id);
      if (found?.type === "answer") return found.answer as Answer;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  };
  return { say: (message) => wire.send(message), heard, until, play };
}
const database = (seq: number): ToStage => ({ type: "database", show: { cid: CID, name: "Understory" }, seq });

describe("an engine's process that begins again", () => {
  it("plays also when nobody can stand by for it, since somebody has the port", async () => {
    const other = createServer().listen(0, "127.0.0.1");
    ends.push(() => void other.close());
    await once(other, "listening");
    const { say, until, play } = await begin(NOTHING_OPEN, { standbyPort: (other.address() as AddressInfo).port });
    say(database(10));
    expect(await until("stands")).toMatchObject({ standbyAddress: null });
    expect(await play()).toMatchObject({ ok: true });
  });

  it("plays an older snapshot where the newest can't be read, which its engine was given first", async () => {
    const { say, until, play } = await begin(NOTHING_OPEN, { cutOff: true });
    say(database(10));
    expect(await until("stands")).toMatchObject({ seq: 10 });
    expect(await play()).toMatchObject({ ok: true });
    expect(await until("health")).toMatchObject({ health: { universes: 14 } });
  });

  it("does nothing while it waits for a newer show, since that would be lost, and goes on with it", async () => {
    const { say, until, play } = await begin(NOTHING_OPEN);
    expect(await play()).toMatchObject({ ok: false, error: { code: "stage.away" } });
    say(database(40));
    await until("needs show");
    expect(await play()).toMatchObject({ ok: false, error: { code: "stage.away" } });
    say({ type: "show", records: [...SHOW.records.values()] });
    expect(await until("stands")).toMatchObject({ seq: 40 });
    expect(await play()).toMatchObject({ ok: true, seq: 41 });
  });

  it("keeps what it has when the database is ahead by nothing but an edit that nobody was told of", async () => {
    const { say, until, play, heard } = await begin({
      unsaved: [],
      intended: [{ editId: "b3c1a1de-0d3a-4a55-8f3e-6f2d6a1f5f10", ids: ["group-spots"] }],
      steps: [],
    });
    say(database(11));
    expect(await until("stands")).toMatchObject({ seq: 10 });
    expect(await play()).toMatchObject({ ok: true });
    // The edit is struck, and what holds is written over it.
    await until("call");
    expect(heard.some((message) => message.type === "needs show")).toBe(false);
  });
});
