import type { Target, WhenLost } from "../follow/target";
import type { PlayCommand } from "../playing/commands";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { EngineOnBench } from "./engine-on-bench";
import { anglesOf, at, following, frames, moved, target } from "./follow-show";
import { listWithCard, part, smallShow, strokeOn } from "./small-show";

export const singer = (whenLost?: WhenLost): Target => ({ ...target("singer", at(1, 4, 1.5)), ...(whenLost ? { whenLost } : {}) });
export const dancer = target("dancer", at(6, 4, 1.5));
export const PROGRAMMED = { Pan: part([30]), Tilt: part([20]) };
export const LIT = { Dimmer: part([0.8]) };
export const follows = (targetIds: readonly string[] = ["singer"]) => following({ targetIds });
/** Lit movers that follow; beneath, in the same cue, they look where angles say. */
export const keyed = (whenLost?: WhenLost, more: readonly ShowRecord[] = []): Show =>
  smallShow([
    singer(whenLost),
    dancer,
    ...listWithCard("key", [
      { inSeconds: 0, strokes: [strokeOn("movers", { ...PROGRAMMED, ...LIT }, 1), strokeOn("movers", follows(), 2)] },
    ]),
    ...more,
  ]);
export const go: PlayCommand = { type: "go", playbackId: "card-key" };
export const off = (on: boolean, ...targetIds: string[]): PlayCommand => ({
  type: "target-off",
  on,
  ...(targetIds.length > 0 ? { targetIds } : {}),
});
export const watch: PlayCommand = { type: "target-watch" };
export const lightOf = (bench: EngineOnBench, mover: number): number => bench.read(mover, 0);
/** Whether a mover looks where angles say. */
export const looksProgrammed = (bench: EngineOnBench, mover: number): boolean => {
  const { pan, tilt } = anglesOf(bench, mover);
  return Math.abs(pan - 30) < 0.05 && Math.abs(tilt - 20) < 0.05;
};
export const running = (whenLost?: WhenLost, more: readonly ShowRecord[] = []): EngineOnBench => {
  const bench = new EngineOnBench(keyed(whenLost, more));
  bench.play(go);
  bench.play(moved("singer", at(1, 4, 1.5)));
  frames(bench, 0.5);
  return bench;
};
