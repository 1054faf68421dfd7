import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { playChanges } from "../playing/play";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, smallShow } from "../testing";
import { scaleChanges } from "./give-back-scales";

const tempo = smallShow(listWithCard("a", [{ inSeconds: 1, strokes: [] }], { fader: "tempo", masterId: "pulse" }));
function after(show: Show, changes: readonly Change[]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}
function played(show: Show, command: Parameters<typeof playChanges>[1], t: number): Show {
  const changes = playChanges(show, command, { t, personId: "ann" });
  if (!changes.ok) throw new Error(changes.error.code);
  return after(show, changes.value);
}
const standing = played(tempo, { type: "level", playbackId: "card-a", level: 0 }, 10);
const scaleOf = (show: Show): number => show.masterState("pulse")!.tempo.scale;
const with_ = (show: Show, changes: readonly Change[], t = 20): Show => {
  const next = after(show, changes);
  return after(next, scaleChanges(show, next, { changes, t }));
};

describe("a tempo fader that is left", () => {
  it("gives the scale back when it is let go, with its fader where that is", () => {
    expect(scaleOf(standing)).toBe(0);
    const left = played(standing, { type: "let-go", playbackId: "card-a" }, 20);
    expect(scaleOf(left)).toBe(1);
    expect(left.playbackState("card-a")).toMatchObject({ level: 0.5 });
    // It goes on from where it stood.
    expect(left.masterState("pulse")!.tempo).toMatchObject({ anchorSeconds: 20, anchorBeats: 20 });
  });

  it("gives it back when the card gets another job, another master, or is taken away", () => {
    const card = standing.get("playback", "card-a")!;
    expect(scaleOf(with_(standing, [setChange("card-a", ["fader"], { from: "tempo", to: "nothing" })]))).toBe(1);
    expect(scaleOf(with_(standing, [setChange("card-a", ["masterId"], { from: "pulse" })]))).toBe(1);
    const states = standing.playbackState("card-a")!;
    expect(
      scaleOf(
        with_(standing, [
          { op: "remove", record: states },
          { op: "remove", record: card },
        ]),
      ),
    ).toBe(1);
  });

  it("leaves it alone where nothing of the kind was edited", () => {
    const changes = [setChange("card-a", ["releaseSeconds"], { from: 1, to: 3 })];
    expect(scaleChanges(standing, after(standing, changes), { changes, t: 20 })).toEqual([]);
  });
});
