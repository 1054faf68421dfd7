import { filmFrame, paintedOctets, type Picture, type VeilMotion } from "@vexa/core";
import { veilEdges } from "./figure-handles";
import type { Projection } from "./projection";

type Point = readonly [number, number];

/** A veil's picture where it lies in the picture of the stage, by three of its corners. */
export interface VeilOnStage {
  readonly image: HTMLCanvasElement;
  readonly topLeft: Point;
  readonly topRight: Point;
  readonly bottomLeft: Point;
}

/** Heads show what it comes to; the picture itself is there to be moved. */
const FAINT = 0.3;

// Pictures never change in place.
const painted = new WeakMap<Picture, HTMLCanvasElement>();

function imageOf(picture: Picture): HTMLCanvasElement {
  let image = painted.get(picture);
  if (image) return image;
  const { columns, rows } = picture;
  image = Object.assign(document.createElement("canvas"), { width: columns, height: rows });
  // Of a film the first picture: heads show how it goes.
  image.getContext("2d")?.putImageData(new ImageData(paintedOctets(filmFrame(picture, 0)), columns, rows), 0, 0);
  painted.set(picture, image);
  return image;
}

export function veilOnStage(projection: Projection, motion: VeilMotion, picture: Picture): VeilOnStage {
  const [bottomLeft, , topRight, topLeft] = veilEdges(motion).map((corner) => projection.point(corner)) as [Point, Point, Point, Point];
  return { image: imageOf(picture), topLeft, topRight, bottomLeft };
}

/** Draws it faintly. Parallel lines stay parallel in every view, so three corners say where all of it lies. */
export function drawVeil(context: CanvasRenderingContext2D, { image, topLeft, topRight, bottomLeft }: VeilOnStage): void {
  const { width, height } = image;
  context.save();
  context.globalAlpha = FAINT;
  context.transform(
    (topRight[0] - topLeft[0]) / width,
    (topRight[1] - topLeft[1]) / width,
    (bottomLeft[0] - topLeft[0]) / height,
    (bottomLeft[1] - topLeft[1]) / height,
    ...topLeft,
  );
  context.drawImage(image, 0, 0);
  context.restore();
}
