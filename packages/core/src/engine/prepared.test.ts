import { describe, expect, it } from "vitest";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import { heldHeads, heldOnCard } from "./held-heads";
import { sketchIdOf } from "../stroke/sketch";
import { setChange, type Change } from "../document/transaction";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { Engine } from "./engine";
import { Prepared } from "./prepared";

const lists = listWithCard("dawn", [
  { inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([30]) })] },
  { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([0.2]), Pan: part([-60, 60]) })] },
]);

describe("what is prepared behind a curtain", () => {
  it("is what the stage would show without one, while the stage holds what it held", () => {
    const open = new Engine(smallShow(lists), 0);
    const held = new Engine(smallShow(lists), 0);
    const frame = new Uint8Array(open.frameLength);
    const both = (at: number, changes: readonly Change[]): void =>
      [open, held].forEach((engine) => expect(engine.command({ at, changes }).ok).toBe(true));
    const play = (at: number, command: PlayCommand): void => {
      const changes = playChanges(held.show, command, { t: at, personId: "ann" });
      if (!changes.ok) throw new Error(changes.error.code);
      if (command.type.startsWith("curtain")) held.command({ at, changes: changes.value });
      else both(at, changes.value);
    };
    play(1, { type: "go", playbackId: "card-dawn" });
    [open, held].forEach((engine) => engine.tick(5, frame));
    play(5, { type: "curtain-drop" });
    const prepared = new Prepared(held.show, 5);
    play(6, { type: "go", playbackId: "card-dawn" });
    both(6, [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: { s: strokeOn("cells", { Dimmer: part([0.7]) }) } })]);
    prepared.take(held.show, 6);
    for (const t of [12, 20]) {
      [open, held].forEach((engine) => engine.tick(t, frame));
      prepared.at(t).forEach((value, at) => expect(value).toBeCloseTo(open.values[at]!, 5));
      expect([...held.values]).not.toEqual([...open.values]);
    }
    expect(heldHeads(held.show, 20).curtained.size).toBeGreaterThan(0);
    expect(heldHeads(open.show, 20)).toEqual({ parked: new Set(), curtained: new Set() });
  });

  it("knows who is parked", () => {
    const show = smallShow();
    const head = show.rig.heads[2]!.key;
    const engine = new Engine(show, 0);
    const changes = playChanges(show, { type: "park", head, values: { Dimmer: 0.5 } }, { t: 1, personId: "ann" });
    if (!changes.ok) throw new Error(changes.error.code);
    engine.command({ at: 1, changes: changes.value });
    expect([...heldHeads(engine.show, 2).parked]).toEqual([head]);
    // The card's cue is about the movers: that head is one of them, and another isn't.
    const card = smallShow(lists).get("playback", "card-dawn")!;
    const on = (key: string): unknown =>
      heldOnCard(smallShow([...lists, { ...engine.show.all("park")[0]!, id: `park-${key}`, head: key }]), card, 2);
    expect(heldOnCard(smallShow(lists), card, 2)).toEqual({ parked: 0, curtained: 0 });
    expect(on(head)).toEqual({ parked: 1, curtained: 0 });
    expect(on(show.rig.heads.at(-1)!.key)).toEqual({ parked: 0, curtained: 0 });
  });
});
