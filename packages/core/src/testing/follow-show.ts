import type { PlayCommand } from "../playing/commands";
import type { Follow, Target } from "../follow/target";
import type { Vector } from "../geometry/beam";
import { missByThree } from "./miss-by-three";
import { listWithCard, part, smallShow, strokeOn } from "./small-show";
import type { Part } from "../stroke/stroke";
import type { EngineOnBench } from "./engine-on-bench";

export const target = (id: string, home: Vector, smoothSeconds = 0): Target => ({
  id,
  kind: "target",
  version: 1,
  name: id,
  home,
  smoothSeconds,
});

export function following(follow: Follow, more: Partial<Part> = {}): Record<"Position", Part> {
  const { level: _, ...rest } = part([0], more);
  return { Position: { ...rest, follow } };
}

/** Pan and tilt of a mover as they leave, in degrees. */
export function anglesOf(bench: EngineOnBench, mover: number, later = 0): { pan: number; tilt: number } {
  bench.t += later;
  return { pan: bench.read(mover, 2) * 540 - 270, tilt: bench.read(mover, 4) * 270 - 135 };
}

/** How far a mover's beam passes from a point, in metres. It hangs as `smallShow` has it. */
export function missOf(bench: EngineOnBench, mover: number, point: Vector): number {
  return missByThree({ position: { x: mover - 1, y: 0, z: 5 }, rotation: { x: 0, y: 0, z: 0 } }, point, anglesOf(bench, mover));
}

export const at = (x: number, y: number, z: number): Vector => ({ x, y, z });
export const FRAME = 1 / 44;
export const singer = target("singer", at(1, 4, 1.5));
export const dancer = target("dancer", at(6, 4, 1.5));
/** Movers follow the singer, then the dancer, then look where angles say. */
export const keyLight = smallShow([
  singer,
  dancer,
  ...listWithCard("key", [
    { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"] }))] },
    { inSeconds: 2, strokes: [strokeOn("movers", following({ targetIds: ["dancer"] }))] },
    { inSeconds: 2, strokes: [strokeOn("movers", { Pan: part([30]), Tilt: part([20]) })] },
  ]),
]);
export const go = { type: "go", playbackId: "card-key" } as const;
export const moved = (targetId: string, place: Vector, by?: "hand"): PlayCommand => ({
  type: "target-at",
  targetId,
  place,
  ...(by ? { by } : {}),
});

/** Lets frames go by. */
export function frames(bench: EngineOnBench, seconds: number): void {
  for (let left = Math.round(seconds / FRAME); left > 0; left--) bench.read(1, 2, FRAME);
}

/** The most that a mover turns within a frame while so many seconds go by, in degrees. */
export function mostTurn(bench: EngineOnBench, mover: number, seconds: number): number {
  let [before, most] = [anglesOf(bench, mover), 0];
  for (let left = Math.round(seconds / FRAME); left > 0; left--) {
    const now = anglesOf(bench, mover, FRAME);
    most = Math.max(most, Math.abs(now.pan - before.pan), Math.abs(now.tilt - before.tilt));
    before = now;
  }
  return most;
}
