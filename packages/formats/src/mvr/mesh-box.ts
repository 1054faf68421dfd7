import type { Vector } from "@vexa/core";

/** Ends of a mesh, metres, z up. */
export interface MeshBox {
  readonly low: Vector;
  readonly high: Vector;
}

const GLB = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
const BIN_CHUNK = 0x004e4942;
const MOST_METRES = 1000;

/** How much room a mesh takes; null where it can't be read. GLB in metres with y up, 3DS in millimetres with z up (from memory: DIN SPEC 15801). */
export function meshBox(bytes: Uint8Array): MeshBox | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const box =
    bytes.length >= 20 && view.getUint32(0, true) === GLB
      ? glbBox(view, bytes)
      : bytes.length >= 6 && view.getUint16(0, true) === 0x4d4d
        ? studioBox(view)
        : null;
  if (!box) return null;
  const all = [box.low, box.high].flatMap(({ x, y, z }) => [x, y, z]);
  return all.every((metres) => Number.isFinite(metres) && Math.abs(metres) <= MOST_METRES) ? box : null;
}

/** Accessors of positions say their ends; where nodes move or turn meshes that is left out. */
function glbBox(view: DataView, bytes: Uint8Array): MeshBox | null {
  const length = view.getUint32(12, true);
  if (view.getUint32(16, true) !== JSON_CHUNK || 20 + length > bytes.length) return null;
  let scene: { meshes?: unknown; accessors?: unknown };
  try {
    scene = JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + length))) as typeof scene;
  } catch {
    return null;
  }
  const ends = (list: unknown): number[] =>
    Array.isArray(list) && list.length === 3 && list.every((each) => typeof each === "number") ? list : [];
  const boxes: MeshBox[] = [];
  for (const mesh of listOf(scene.meshes))
    for (const primitive of listOf((mesh as { primitives?: unknown }).primitives)) {
      const at = (primitive as { attributes?: { POSITION?: unknown } }).attributes?.POSITION;
      const accessor = typeof at === "number" ? (listOf(scene.accessors)[at] as { min?: unknown; max?: unknown } | undefined) : undefined;
      const [low, high] = [ends(accessor?.min), ends(accessor?.max)];
      if (low.length === 3 && high.length === 3)
        boxes.push({ low: { x: low[0]!, y: -high[2]!, z: low[1]! }, high: { x: high[0]!, y: -low[2]!, z: high[1]! } });
    }
  return around(boxes);
}

const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);

/** Chunks within chunks; the lists of vertices are all that is read. */
function studioBox(view: DataView): MeshBox | null {
  const boxes: MeshBox[] = [];
  const walk = (from: number, to: number): void => {
    for (let at = from; at + 6 <= to;) {
      const [id, length] = [view.getUint16(at, true), view.getUint32(at + 2, true)];
      const end = at + length;
      if (length < 6 || end > to) return;
      if (id === 0x4d4d || id === 0x3d3d || id === 0x4100) walk(at + 6, end);
      else if (id === 0x4000) {
        let name = at + 6;
        while (name < end && view.getUint8(name) !== 0) name++;
        walk(name + 1, end);
      } else if (id === 0x4110 && at + 8 <= end)
        boxes.push(...verticesBox(view, at + 8, Math.min(view.getUint16(at + 6, true), Math.floor((end - at - 8) / 12))));
      at = end;
    }
  };
  walk(0, view.byteLength);
  return around(boxes);
}

function verticesBox(view: DataView, from: number, count: number): MeshBox[] {
  return Array.from({ length: count }, (_, at) => {
    const value = (axis: number): number => view.getFloat32(from + at * 12 + axis * 4, true) / 1000;
    const place = { x: value(0), y: value(1), z: value(2) };
    return { low: place, high: place };
  });
}

/** The box around several; null around none. */
export function around(boxes: readonly MeshBox[]): MeshBox | null {
  const [first, ...rest] = boxes;
  if (!first) return null;
  const both = (a: Vector, b: Vector, of: (a: number, b: number) => number): Vector => ({
    x: of(a.x, b.x),
    y: of(a.y, b.y),
    z: of(a.z, b.z),
  });
  return rest.reduce((box, { low, high }) => ({ low: both(box.low, low, Math.min), high: both(box.high, high, Math.max) }), first);
}

/** A box of this size, standing on its origin, as a GLB file. */
export function boxMesh({ x, y, z }: Vector): Uint8Array {
  const [low, high] = [
    [x / -2, 0, y / -2],
    [x / 2, z, y / 2],
  ] as const;
  const corners = Array.from({ length: 8 }, (_, at) => [0, 1, 2].map((axis) => ((at >> axis) & 1 ? high : low)[axis]!));
  const faces = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ];
  const triangles = faces.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]);
  const bin = new Uint8Array(8 * 12 + triangles.length * 2);
  const data = new DataView(bin.buffer);
  corners.flat().forEach((value, at) => data.setFloat32(at * 4, value, true));
  triangles.forEach((corner, at) => data.setUint16(96 + at * 2, corner, true));
  const ends = (of: readonly number[]): number[] => of.map(Math.fround);
  const json = JSON.stringify({
    asset: { version: "2.0", generator: "Vexa" },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1 }] }],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 8, type: "VEC3", min: ends(low), max: ends(high) },
      { bufferView: 1, componentType: 5123, count: triangles.length, type: "SCALAR" },
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: 96 },
      { buffer: 0, byteOffset: 96, byteLength: triangles.length * 2 },
    ],
    buffers: [{ byteLength: bin.length }],
  });
  const text = new TextEncoder().encode(json + " ".repeat((4 - (json.length % 4)) % 4));
  const file = new Uint8Array(28 + text.length + bin.length);
  const view = new DataView(file.buffer);
  [GLB, 2, file.length, text.length, JSON_CHUNK].forEach((word, at) => view.setUint32(at * 4, word, true));
  file.set(text, 20);
  view.setUint32(20 + text.length, bin.length, true);
  view.setUint32(24 + text.length, BIN_CHUNK, true);
  file.set(bin, 28 + text.length);
  return file;
}
