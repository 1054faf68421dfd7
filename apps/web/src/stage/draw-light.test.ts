import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { fixture, showOf, TEST_PROFILES } from "@vexa/core/testing";
import { CrowdBeams } from "./crowd-beams";
import { lightParts } from "./draw-light";
import { prepareStage, type StageDrawing } from "./draw-stage";

const SIZE = { width: 320, height: 200 };
const HEADS = 700;
const { rig } = showOf([
  ...TEST_PROFILES.map((profile) => ({ ...profile, beamDegrees: 12 })),
  ...Array.from({ length: HEADS }, (_, at) => ({ ...fixture(at + 1), position: { x: at % 35, y: Math.floor(at / 35), z: 5 } })),
]);

/** What a canvas was told: names of calls, and the pixels of what was laid over it. */
type Told = (string | readonly number[])[];
class FakeCanvas {
  width = SIZE.width;
  height = SIZE.height;
  pixels: readonly number[] = [];
  readonly told: Told = [];
  readonly context = new Proxy({} as Record<string, unknown>, {
    get: (kept, name) => {
      if (name === "canvas") return this;
      // Where nothing covers the picture no colour is seen.
      if (name === "putImageData")
        return ({ data }: ImageData) => (this.pixels = [...data].map((part, at) => (data[at | 3] === 0 ? 0 : part)));
      if (name === "drawImage") return ({ pixels }: FakeCanvas) => this.told.push(pixels);
      if (name === "createRadialGradient") return () => ({ addColorStop: (...stop: unknown[]) => this.told.push(stop.join(" ")) });
      return kept[String(name)] ?? (() => this.told.push(String(name)));
    },
    set: (kept, name, value) => Reflect.set(kept, name, value),
  });
  getContext(): unknown {
    return this.context;
  }
}

/** Heads up to `lit` at `level`, in red or blue. */
function levels(level: number, ink: "ColorAdd_R" | "ColorAdd_B", lit = HEADS): Float32Array {
  const values = Float32Array.from(rig.parameters, ({ home }) => home);
  for (const { parameters } of rig.heads.slice(0, lit)) {
    values[parameters.get("Dimmer")!] = level;
    for (const color of ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B"] as const) values[parameters.get(color)!] = color === ink ? 1 : 0;
    values[parameters.get("Tilt")!] = 20;
  }
  return values;
}

const stage = (): { drawing: StageDrawing; canvas: FakeCanvas } => ({
  drawing: prepareStage(rig, SIZE, "plan"),
  canvas: new FakeCanvas(),
});
const begun = ({ drawing, canvas }: ReturnType<typeof stage>, values: Float32Array) =>
  lightParts(canvas.context as unknown as CanvasRenderingContext2D, drawing, values);
/** What a canvas is told where all is painted at one go. */
function atOnce(values: Float32Array): Told {
  const one = stage();
  for (const _ of begun(one, values));
  return one.canvas.told;
}

describe("the light of a crowd", () => {
  beforeAll(() => {
    vi.stubGlobal("document", { createElement: () => new FakeCanvas() });
    vi.stubGlobal(
      "ImageData",
      class {
        readonly data: Uint8ClampedArray;
        constructor(from: number | Uint8ClampedArray, width: number, height?: number) {
          this.data = typeof from === "number" ? new Uint8ClampedArray(from * width * 4) : from;
          expect(this.data).toHaveLength(typeof from === "number" ? from * width * 4 : width * height! * 4);
        }
      },
    );
  });
  afterAll(() => void vi.unstubAllGlobals());

  it("is drawn with the last of many parts, as it was when the first began", () => {
    const values = levels(0.8, "ColorAdd_R");
    const wanted = atOnce(values);
    const one = stage();
    const parts = begun(one, values);
    let count = 0;
    for (let done = false; !done; count++) {
      expect(one.canvas.told).toEqual([]);
      done = parts.next().done!;
      // Everything goes on meanwhile.
      values.set(levels(0.1 + (count % 9) / 10, "ColorAdd_B", 650 - count));
    }
    expect(count).toBeGreaterThan(50);
    expect(one.canvas.told).toEqual(wanted);
    // Beams and marks are there.
    const images = one.canvas.told.filter((told) => typeof told !== "string");
    expect(images.map((image) => image.filter((part, at) => at % 4 === 3 && part > 0).length > HEADS)).toEqual([true, true]);
    expect(one.canvas.told.indexOf("clearRect")).toBe(0);
  });

  it("of two stages that show two moments of one rig is that of each", () => {
    const [red, blue] = [levels(0.8, "ColorAdd_R"), levels(0.5, "ColorAdd_B")];
    const [one, other] = [stage(), stage()];
    const [first, second] = [begun(one, red), begun(other, blue)];
    for (let going = true; going;) going = [first.next(), second.next()].some(({ done }) => !done);
    expect(one.canvas.told).toEqual(atOnce(red));
    expect(other.canvas.told).toEqual(atOnce(blue));
  });

  it("is developed line by line to the last pixel", () => {
    const beams = new CrowdBeams(100, 300);
    beams.light.fill(0.5);
    for (const _ of beams.develop());
    const { context, told } = new FakeCanvas();
    beams.paint(context as unknown as CanvasRenderingContext2D);
    expect((told[0] as readonly number[]).every((part, at) => part === (at % 4 === 3 ? 128 : 255))).toBe(true);
  });

  it("leaves nothing of the picture before, of a crowd or of a few", () => {
    const one = stage();
    for (const _ of begun(one, levels(1, "ColorAdd_B")));
    for (const lit of [HEADS, 610, 3, 0]) {
      one.canvas.told.length = 0;
      for (const _ of begun(one, levels(0.8, "ColorAdd_R", lit)));
      expect(one.canvas.told, `${lit} lit`).toEqual(atOnce(levels(0.8, "ColorAdd_R", lit)));
    }
  });
});
