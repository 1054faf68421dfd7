import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { seededRandom } from "../random/random";
import { edit } from "../show/edit";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { Preset } from "../preset/preset";
import { NO_CONTENT } from "../preset/record-preset";
import { resolve } from "./resolve";
import type { Part } from "./stroke";

const refers: Part = { presets: { ids: ["aimed"], path: "even" }, shape: {}, touched: 1 };
const aimed: Preset = {
  id: "aimed",
  kind: "preset",
  version: 1,
  name: "aimed",
  rank: 0,
  family: "Position",
  territoryId: null,
  ...NO_CONTENT,
  universal: { Tilt: part([5]) },
};

/** What is kept between two resolves must never show: the twin works on copies, for which nothing is known. */
describe("resolving again after edits", () => {
  it("equals resolving from scratch (20 seeds of 40 edits)", () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const two = [
        strokeOn("movers", { Dimmer: part([0, 1]), Pan: part([-9, 9]) }, 1),
        strokeOn("movers", { Pan: part([3]) }, 2),
        strokeOn("movers", { Position: refers }, 3),
      ];
      let show = smallShow([aimed, ...listWithCard("a", [{ inSeconds: 1, strokes: two }])]);
      for (let step = 0; step < 40; step++) {
        const heads = show.groupHeads("movers")!;
        const cue = show.get("cue", "a-1")!;
        const knots = cue.strokes["s1"]!.parts.Pan!.level!.knots;
        const choices: readonly (() => Change)[] = [
          () => setChange("movers", ["heads"], { from: heads, to: heads.toReversed().slice(random() < 0.2 ? 1 : 0) }),
          () => setChange("a-1", ["strokes", "s1", "parts", "Pan", "level", "knots"], { from: knots, to: [random() * 90, random() * 90] }),
          () =>
            setChange("a-1", ["strokes", "s1", "parts", "Dimmer", "shape"], {
              from: cue.strokes["s1"]!.parts.Dimmer!.shape,
              to: { clump: 1 + Math.floor(random() * 3) },
            }),
          () =>
            setChange("a-1", ["strokes", "s1", "who"], {
              from: cue.strokes["s1"]!.who,
              to: { groupIds: ["movers"], mask: { type: "every", n: 2, at: 1 } },
            }),
          () =>
            setChange("aimed", ["universal", "Tilt"], {
              from: show.get("preset", "aimed")!.universal.Tilt,
              to: part([random() * 40, -20]),
            }),
          () =>
            setChange("aimed", ["perHead"], {
              from: show.get("preset", "aimed")!.perHead,
              to: random() < 0.5 ? {} : { "fx-2": { Tilt: random() * 9 } },
            }),
          () => setChange("fx-3", ["position", "x"], { from: show.get("fixture", "fx-3")!.position.x, to: random() * 9 }),
        ];
        const next = edit(show, [choices[Math.floor(random() * choices.length)]!()]);
        if (!next.ok) continue;
        show = next.value;
        const { strokes } = show.get("cue", "a-1")!;
        const even = (head: string): boolean => Number(head.slice(3)) % 2 === 0;
        for (const reaches of [undefined, even]) {
          const context = {
            rig: show.rig,
            groupHeads: (id: string) => show.groupHeads(id),
            preset: (id: string) => show.preset(id),
            reaches,
          };
          expect(resolve(strokes, context)).toEqual(resolve(structuredClone(strokes), context));
        }
      }
    }
  });
});
