import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { expect, it } from "vitest";
import { Engine, explain, timeCard, type Show } from "@vexa/core";
import { sameOctets } from "@vexa/core/testing";
import { cookieOf, serverOnBench } from "../testing/server-on-bench";
import { Player } from "./player";

const FRAMES_A_SECOND = 44;
const SECONDS = 30;

/** The first list of each page, so that they play over each other. */
const listsOf = (show: Show): string[] =>
  show
    .all("cueList")
    .filter(({ id }) => timeCard(show, id) && show.cuesOf(id).length > 0)
    .map(({ name }) => name);

/** Frame after frame of what a show makes from its records. Playing records alone tell when things began. */
function* framesOf(show: Show, from: number): Generator<Uint8Array> {
  const engine = new Engine(show, from);
  const frame = new Uint8Array(engine.frameLength);
  for (let index = 1; index <= SECONDS * FRAMES_A_SECOND; index++) {
    engine.tick(from + index / FRAMES_A_SECOND, frame);
    yield frame;
  }
}

it("the player and the server play one and the same file alike: all lists of the demo for 30 s, octet for octet", async () => {
  const server = await serverOnBench();
  const headers = { cookie: await cookieOf(server.url, "ines") };
  const shows = `${server.url}/api/shows`;
  const [{ id: wasId }] = (await (await fetch(shows, { headers })).json()) as [{ id: string }];
  const octets = new Uint8Array(await (await fetch(`${shows}/${wasId}/file`, { headers })).arrayBuffer());
  const made = await fetch(`${shows}/file`, {
    method: "POST",
    headers: { ...headers, "content-type": "application/octet-stream" },
    body: octets,
  });
  const { id } = (await made.json()) as { id: string };
  const opened = await fetch(`${shows}/${id}/open`, {
    method: "POST",
    headers: { ...headers, "content-type": "application/json" },
    body: JSON.stringify({ seconds: 0 }),
  });
  expect(opened.status).toBe(204);

  const folder = mkdtempSync(join(tmpdir(), "vexa-player-and-server-"));
  const file = join(folder, "understory.vexa");
  writeFileSync(file, octets);
  const lists = listsOf(server.stage.show);
  expect(lists.length).toBeGreaterThan(5);
  const playing = await Player.open({ file, lists, targets: [], oscPort: null, folder, log: pino({ level: "silent" }) });
  if (!playing.ok) throw new Error(explain(playing.error));
  const player = playing.value;

  // Each list begins at the server at the very moment at which it began at the player.
  const lead = server.stage.show.all("person").find(({ name }) => name.startsWith("Ines"))!;
  const begun = player.show.all("playbackState").filter(({ cueId }) => cueId !== null);
  expect(begun).toHaveLength(lists.length);
  for (const { playbackId, goSeconds } of begun.toSorted((a, b) => a.goSeconds - b.goSeconds)) {
    const done = await server.stage.play(lead, { type: "go", playbackId }, goSeconds);
    expect(done.ok, JSON.stringify(done)).toBe(true);
    expect(server.stage.show.playbackState(playbackId)?.goSeconds).toBe(goSeconds);
  }
  const from = Math.max(...begun.map(({ goSeconds }) => goSeconds));
  const atServer = framesOf(server.stage.show, from);
  const seen = new Set<string>();
  let frames = 0;
  for (const frame of framesOf(player.show, from)) {
    sameOctets(frame, atServer.next().value as Uint8Array, `frame ${frames++}`);
    seen.add(Buffer.from(frame).toString("base64"));
  }
  expect(frames).toBe(SECONDS * FRAMES_A_SECOND);
  expect(seen.size).toBeGreaterThan(frames / 2);
  await player.stop();
  await server.stop();
});
