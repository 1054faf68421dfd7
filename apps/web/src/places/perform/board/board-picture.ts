import { attributesOf, bedPlaces, HeadLooks, inTheirOrder, type Board, type Head, type Rig } from "@vexa/core";
import { drawHeads, type PlacedHead, type PlacedHeads } from "../heads-picture";

/** A bed on the picture, in CSS pixels. */
export interface BedBox {
  readonly id: string;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly heads: readonly Head[];
  /** None of its heads has a colour. */
  readonly colorless: boolean;
}

/** What is drawn of a bed: its outline and where its heads lie in it. */
interface DrawnBed extends PlacedHeads {
  readonly box: BedBox;
  readonly outline: Path2D;
}

export interface BoardDrawing {
  readonly looks: HeadLooks;
  readonly beds: readonly DrawnBed[];
}

/** The bed under a point of the window; null = none. */
export function bedAt(boxes: readonly BedBox[], picture: HTMLElement | null, point: { x: number; y: number }): string | null {
  const frame = picture?.getBoundingClientRect();
  if (!frame) return null;
  const [x, y] = [point.x - frame.left, point.y - frame.top];
  return boxes.find(({ left, top, width, height }) => x >= left && x <= left + width && y >= top && y <= top + height)?.id ?? null;
}

/** Where the beds of a board lie on a picture of this size, by the plan or where they were put. */
export function bedBoxes(
  beds: Board["beds"],
  headsOf: (groupId: string) => readonly Head[],
  size: { width: number; height: number },
): BedBox[] {
  const inOrder = inTheirOrder(beds).map(([id, { groupId, at }]) => ({ id, at, heads: headsOf(groupId) }));
  const shapes = bedPlaces(inOrder.map(({ at, heads }) => ({ at, places: heads.map(({ position }) => position) })));
  return inOrder.map(({ id, heads }, at): BedBox => {
    const { x, y, width, height } = shapes[at]!;
    return {
      id,
      left: (x - width / 2) * size.width,
      top: (y - height / 2) * size.height,
      width: width * size.width,
      height: height * size.height,
      heads,
      colorless: heads.length > 0 && !attributesOf(heads).includes("Color"),
    };
  });
}

/** Room between the edge of a bed and its heads, in parts of its size. */
const ROOM = 0.14;

/** What a board's picture is made of, for one size of it. */
export function boardDrawing(rig: Rig, boxes: readonly BedBox[]): BoardDrawing {
  return { looks: HeadLooks.of(rig), beds: boxes.map(drawnBed) };
}

function drawnBed(box: BedBox): DrawnBed {
  const across = spanOf(box.heads.map(({ position }) => position.x));
  const down = spanOf(box.heads.map(({ position }) => -position.y));
  const heads = box.heads.map(({ order, position }): PlacedHead => ({
    index: order,
    x: box.left + box.width * (ROOM + (1 - 2 * ROOM) * across(position.x)),
    y: box.top + box.height * (ROOM + (1 - 2 * ROOM) * down(-position.y)),
  }));
  const outline = new Path2D();
  outline.roundRect(box.left, box.top, box.width, box.height, Math.min(box.width, box.height) * 0.42);
  const radius = Math.min(18, Math.max(3, 0.62 * Math.sqrt((box.width * box.height) / Math.max(1, heads.length))));
  return { box, outline, heads, radius };
}

/** Where a number lies between the least and the most, 0..1; in the middle where all are alike. */
function spanOf(values: readonly number[]): (value: number) => number {
  const [low, high] = [values.reduce((a, b) => Math.min(a, b), Infinity), values.reduce((a, b) => Math.max(a, b), -Infinity)];
  return (value) => (high - low > 0.01 ? (value - low) / (high - low) : 0.5);
}

/** Fills the beds with the colours that their heads really have. */
export function drawBoard(context: CanvasRenderingContext2D, drawing: BoardDrawing, values: Float32Array): void {
  for (const bed of drawing.beds) {
    context.save();
    context.clip(bed.outline);
    drawHeads(context, { looks: drawing.looks, ...bed }, values);
    context.restore();
  }
}
