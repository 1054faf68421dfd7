import { cornersOf, type Scenery } from "@vexa/core";
import type { Projection } from "./projection";

/** Between two bars of a truss, in metres. */
const BAR_METRES = 1;

/** Pictures that lie under a plan, by their name: asked for once, drawn when they are there. */
const pictures = new Map<string, HTMLImageElement>();

/** What isn't a lamp, under everything else: outlines at their foot and at their top. `again` is called when a picture has come. */
export function drawScenery(
  context: CanvasRenderingContext2D,
  projection: Projection,
  of: { scenery: readonly Scenery[]; ink: string; again: () => void },
): void {
  for (const each of of.scenery) if (each.form === "picture") drawPicture(context, projection, each, of.again);
  context.strokeStyle = of.ink;
  context.fillStyle = of.ink;
  context.lineWidth = 1.2;
  context.font = "500 10px 'Figtree Variable', sans-serif";
  context.textAlign = "left";
  context.textBaseline = "bottom";
  for (const each of of.scenery) {
    if (each.form === "picture") continue;
    const foot = outline(each, projection, 0);
    const top = outline(each, projection, each.size.z);
    context.beginPath();
    for (const line of [foot, top]) {
      line.forEach(([x, y], at) => (at === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
      context.closePath();
    }
    foot.forEach((point, at) => {
      context.moveTo(...point);
      context.lineTo(...top[at]!);
    });
    if (each.form === "truss") bars(context, foot, Math.max(2, Math.round(each.size.x / BAR_METRES)));
    if (each.form === "edge") context.setLineDash([6, 4]);
    context.stroke();
    context.setLineDash([]);
    context.fillText(each.name, top[3]![0] + 3, top[3]![1] - 2);
  }
}

type Point = readonly [number, number];

function outline(each: Scenery, projection: Projection, up: number): Point[] {
  return cornersOf(each).map(([x, y]) => projection.point({ x, y, z: each.position.z + up }));
}

/** The zigzag between the chords. */
function bars(context: CanvasRenderingContext2D, [a, b, c, d]: readonly Point[], count: number): void {
  for (let at = 0; at <= count; at++) {
    const [from, to] = at % 2 === 0 ? [a!, b!] : [d!, c!];
    const u = at / count;
    const point: [number, number] = [from[0] + (to[0] - from[0]) * u, from[1] + (to[1] - from[1]) * u];
    if (at === 0) context.moveTo(...point);
    else context.lineTo(...point);
  }
}

/** Parallel lines stay parallel in every view: three corners say how the picture lies. */
function drawPicture(context: CanvasRenderingContext2D, projection: Projection, each: Scenery, again: () => void): void {
  if (!each.picture) return;
  let image = pictures.get(each.picture);
  if (!image) {
    image = new Image();
    image.addEventListener("load", again);
    image.src = underlayAddress(each.picture);
    pictures.set(each.picture, image);
  }
  if (!image.complete || image.naturalWidth === 0) return;
  const [frontLeft, , backRight, backLeft] = outline(each, projection, 0) as [Point, Point, Point, Point];
  const [width, height] = [image.naturalWidth, image.naturalHeight];
  context.save();
  context.globalAlpha = 0.35;
  context.transform(
    (backRight[0] - backLeft[0]) / width,
    (backRight[1] - backLeft[1]) / width,
    (frontLeft[0] - backLeft[0]) / height,
    (frontLeft[1] - backLeft[1]) / height,
    backLeft[0],
    backLeft[1],
  );
  context.drawImage(image, 0, 0);
  context.restore();
}

/** Where the server has a picture that lies under a plan. */
export function underlayAddress(name: string): string {
  return `/api/rig/underlays/${encodeURIComponent(name)}`;
}
