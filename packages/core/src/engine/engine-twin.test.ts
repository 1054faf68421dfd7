import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { seededRandom } from "../random/random";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import {
  listWithCard,
  pick,
  randomStroke,
  randomTimes,
  ReferenceEngine,
  sameOctets,
  smallShow,
  withEmitters,
  type Random,
} from "../testing";
import { highlightIdOf, type Highlight } from "../selection/highlight";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import { Engine } from "./engine";

function randomLists(random: Random): ReturnType<typeof listWithCard> {
  return ["a", "b", "c"].flatMap((id) =>
    listWithCard(
      id,
      Array.from({ length: 3 }, () => ({
        inSeconds: random() * 3,
        strokes: [randomStroke(random, 1), randomStroke(random, 2)],
        ...randomTimes(random),
        ...(random() < 0.5 ? { colorPath: pick(random, ["even", "round"] as const) } : {}),
      })),
      { releaseSeconds: random() * 2, ...(random() < 0.5 ? { masterId: "pulse" } : {}) },
    ).map((record) => (record.kind === "cueList" ? { ...record, movesDark: { afterSeconds: 0, seconds: 2 * random() } } : record)),
  );
}

/** Some heads go ahead to a cue; where it isn't the next one, nothing does. */
function moveAhead(random: Random, list: string, playbackId: string): PlayCommand {
  const heads = smallShow().rig.heads.flatMap(({ key }) => (random() < 0.5 ? [key] : []));
  return { type: "move-ahead", playbackId, cueId: `${list}-${1 + Math.floor(random() * 3)}`, heads };
}

function randomCommand(random: Random): PlayCommand {
  const list = pick(random, ["a", "b", "c"]);
  const playbackId = `card-${list}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId, cueId: `${list}-${1 + Math.floor(random() * 3)}` },
    { type: "level", playbackId, level: pick(random, [0, 0.3, random(), 1]) },
    { type: "let-go", playbackId },
    moveAhead(random, list, playbackId),
    moveAhead(random, list, playbackId),
    { type: "go", playbackId, seconds: random() },
    { type: pick(random, ["back", "pause", "continue"] as const), playbackId },
    { type: "bpm", masterId: "pulse", bpm: 60 + random() * 200 },
    { type: "tap", masterId: "pulse" },
    { type: "resync", masterId: "pulse" },
    { type: "resync-all", how: "at once" },
    { type: pick(random, ["hold", "run", "release", "take"] as const), masterId: "pulse" },
    { type: "scale", masterId: "pulse", factor: pick(random, [0.5, 1, 2]) },
  ]);
}

/** Somebody's highlight comes, moves on by a head, or goes. */
function highlightChanges(show: Show, personId: string, random: Random): Change[] {
  const id = highlightIdOf(personId);
  const present = show.get("highlight", id);
  if (present && random() < 0.4) return [{ op: "remove", record: present }];
  const who = { groupIds: ["movers", "cells"], mask: { type: "single" as const, at: 1 + Math.floor(random() * 14) } };
  if (present) return [setChange(id, ["who"], { from: present.who, to: who })];
  return [{ op: "add", record: { id, kind: "highlight", version: 1, personId, who, dim: 0.1 } as Highlight }];
}

/** Runs one random evening on both engines; every octet of every frame must be equal. */
function playEvening(seed: number): number {
  const random = seededRandom(seed);
  const show = withEmitters(smallShow(randomLists(random)));
  const engine = new Engine(show, 1000);
  const reference = new ReferenceEngine(show);
  const frame = new Uint8Array(engine.frameLength);
  let t = 1000;
  let frames = 0;
  for (let step = 0; step < 60; step++) {
    t += random() < 0.3 ? 0 : random() * 1.5;
    const personId = pick(random, ["ann", "ben"]);
    const changes =
      random() < 0.1
        ? highlightChanges(engine.show, personId, random)
        : random() < 0.25
          ? [
              setChange(sketchIdOf(personId), ["strokes"], {
                from: engine.show.sketchOf(personId)!.strokes,
                to: random() < 0.4 ? {} : { s: randomStroke(random, 1) },
              }),
            ]
          : playChanges(engine.show, randomCommand(random), { t, personId });
    const list = Array.isArray(changes) ? changes : changes.ok ? changes.value : [];
    expect(engine.command({ at: t, changes: list }).ok).toBe(true);
    reference.command({ at: t, changes: list });
    for (let later = 0; later < 3; later++) {
      t += random() * 0.4;
      engine.tick(t, frame);
      sameOctets(frame, reference.tick(t), `seed ${seed}, step ${step}`);
      frames++;
    }
  }
  return frames;
}

describe("the compiled engine and the plain one", () => {
  it("give the same octets through random evenings (30 seeds)", () => {
    let frames = 0;
    for (let seed = 1; seed <= 30; seed++) frames += playEvening(seed);
    expect(frames).toBe(30 * 60 * 3);
  });
});
