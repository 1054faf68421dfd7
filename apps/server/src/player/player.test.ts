import { createSocket } from "node:dgram";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { Packet } from "sacn";
import { afterEach, describe, expect, it } from "vitest";
import { Engine, explain, isVersioned, SLOTS, type ShowRecord } from "@vexa/core";
import { understory } from "@vexa/demo";
import { showFile } from "@vexa/formats";
import { until } from "../testing/server-on-bench";
import { Player, type PlayerOptions } from "./player";

const folder = mkdtempSync(join(tmpdir(), "vexa-player-"));
const log = pino({ level: "silent" });
const LIST = "Walk-in light";
let player: Player | null = null;
afterEach(async () => {
  await player?.stop();
  player = null;
});

const write = (name: string, records: readonly ShowRecord[]): string => {
  const file = join(folder, name);
  writeFileSync(
    file,
    showFile.write({
      name: "Understory",
      records: records.filter((record) => record.kind === "person" || isVersioned(record)),
      sounds: [],
      pictures: [],
    }),
  );
  return file;
};
const opened = async (file: string, more: Partial<PlayerOptions> = {}): Promise<Player> => {
  const made = await Player.open({ file, lists: [LIST], targets: [], oscPort: null, folder, log, ...more });
  if (!made.ok) throw new Error(explain(made.error));
  return (player = made.value);
};

/** Universes as they arrive. Oracle of the octets' frame: npm sacn 4.6.2. */
async function receiver(): Promise<{ port: number; levels: Map<number, Buffer>; close: () => void }> {
  const socket = createSocket("udp4");
  const levels = new Map<number, Buffer>();
  socket.on("message", (octets) => {
    const { universe, payloadAsBuffer } = new Packet(octets);
    levels.set(universe, Buffer.from(payloadAsBuffer!));
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  return { port: socket.address().port, levels, close: () => void socket.close() };
}

describe("the player", () => {
  it("plays a list of a file, octet for octet what the engine makes of it, and goes on with it after a restart", async () => {
    const { port, levels, close } = await receiver();
    const file = write("demo.vexa", understory());
    const targets = [{ address: "127.0.0.1", port }];
    await opened(file, { targets });
    const { show } = player!;
    const list = show.all("cueList").find(({ name }) => name === LIST)!;
    const card = show.all("playback").find(({ listId }) => listId === list.id)!;
    expect(player!.status()).toContain(`${LIST} ${show.cuesOf(list.id)[0]!.number}`);
    const cue = show.cuesOf(list.id)[0]!;
    expect(
      Object.values(cue.strokes)
        .flatMap(({ parts }) => Object.values(parts))
        .some(({ motion }) => motion),
    ).toBe(false);
    const state = show.playbackState(card.id)!;
    const engine = new Engine(show, state.goSeconds - 1);
    // As it was before the go, then with it: long after it has arrived.
    const frame = new Uint8Array(engine.universes.length * SLOTS);
    engine.tick(state.goSeconds + 60, frame);
    const same = (): boolean =>
      engine.universes.every((universe, at) => levels.get(universe)?.equals(frame.subarray(at * SLOTS, (at + 1) * SLOTS)));
    await until(same);
    await player!.stop();
    player = null;
    levels.clear();
    await opened(file, { targets });
    expect(player!.show.playbackState(card.id)).toEqual(state);
    await until(same);
    close();
  });

  it("starts cues at their time of day", async () => {
    const list = understory().find((record) => record.kind === "cueList" && record.name === LIST)!;
    // On a busy machine the moment may be over before the file is open: then it is the next one's turn.
    for (let late = true; late;) {
      await player?.stop();
      const soon = new Date(Date.now() + 1500);
      soon.setMilliseconds(0);
      const seconds = soon.getHours() * 3600 + soon.getMinutes() * 60 + soon.getSeconds();
      const records = understory().map((record) => {
        const first = record.kind === "cue" && record.listId === list.id;
        return first ? { ...record, trigger: { type: "clock" as const, seconds } } : record;
      });
      await opened(write("clock.vexa", records), { lists: [] });
      const status = player!.status();
      late = Date.now() >= soon.getTime();
      if (!late) expect(status).toContain("nothing runs");
    }
    await until(() => player!.status().includes(LIST));
  });

  it("runs the macro that a cue begins, line by line, as in the show", async () => {
    const list = understory().find((record) => record.kind === "cueList" && record.name === LIST)!;
    const lines = ["Lantern string: dim 30", "wait 0.1", "Root run go"];
    const macro: ShowRecord = { id: "macro-own", kind: "macro", version: 1, name: "Own", rank: 9, lines };
    const records = understory().map((record) =>
      record.kind === "cue" && record.listId === list.id ? { ...record, macroId: macro.id } : record,
    );
    await opened(write("macro.vexa", [...records, macro]));
    await until(() => player!.status().includes("Root run"));
    expect(player!.show.all("sketch").some(({ strokes }) => JSON.stringify(strokes).includes("Dimmer"))).toBe(true);
    await until(() => player!.show.all("runningMacro").length === 0);
  });

  it("refuses what is no file of a show, and lists that it hasn't got, in a sentence", async () => {
    const refused = async (file: string, lists: readonly string[]): Promise<string> => {
      const made = await Player.open({ file, lists, targets: [], oscPort: null, folder, log });
      if (made.ok) throw new Error("it was taken");
      return explain(made.error);
    };
    expect(await refused(join(folder, "gone.vexa"), [])).toMatch(/can't be read/);
    const torn = join(folder, "torn.vexa");
    writeFileSync(torn, "no zip at all");
    expect(await refused(torn, [])).toMatch(/can't be read/);
    expect(await refused(write("demo.vexa", understory()), ["Moon"])).toMatch(/The list can't be Moon: the file has .*Walk-in light/);
  });

  it("has somebody who plays also where the file has no lead", async () => {
    const records = understory().filter(({ kind }) => kind !== "person" && kind !== "territory");
    const bare = records.map((record) => ("territoryId" in record ? { ...record, territoryId: null } : record)) as ShowRecord[];
    const pages = bare.map((record) => (record.kind === "page" ? { ...record, personId: undefined } : record)) as ShowRecord[];
    await opened(write("bare.vexa", JSON.parse(JSON.stringify(pages)) as ShowRecord[]));
    expect(player!.status()).toContain(LIST);
  });
});
