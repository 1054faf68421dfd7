import { useInterface } from "../selection/interface-store";
import { selectedIn } from "../selection/selected";
import type { ShowClient } from "../session/show-client";
import { showFrame } from "./stage-frame-store";
import { drawnBy, frameAround, zoomedAt } from "./stage-frame";
import { stageAtHand } from "./use-stage-frame";

/** One press of a key or a button: the square root of two, so that two of them double. */
const STEP = Math.SQRT2;
/** Pixels by which a key moves the picture. */
const MOVE = 60;

/** Larger or smaller about the pointer; where there is none, about the middle of the picture. */
export function zoomStage(way: "in" | "out", about: "pointer" | "middle" = "pointer"): void {
  const { pointer } = stageAtHand;
  const projection = stageAtHand.projection();
  if (!projection) return;
  const middle = [projection.width / 2, projection.height / 2] as const;
  const at = about === "pointer" ? (pointer ?? middle) : middle;
  showFrame(zoomedAt(projection, at, way === "in" ? STEP : 1 / STEP));
}

export function moveStage(way: "left" | "right" | "up" | "down"): void {
  const projection = stageAtHand.projection();
  if (!projection) return;
  const by = { left: [MOVE, 0], right: [-MOVE, 0], up: [0, MOVE], down: [0, -MOVE] } as const;
  showFrame(drawnBy(projection, by[way]));
}

export function fitAll(): void {
  showFrame(null);
}

/** As large as the selected heads have room; all where nobody is selected. */
export function fitSelection(client: ShowClient): void {
  const projection = stageAtHand.projection();
  const { selection } = useInterface.getState();
  if (!projection) return;
  const places = selectedIn(client.view, selection).heads.map(({ position }) => position);
  showFrame(frameAround(projection, places));
}
