import type { Parts } from "../frames/pace";

/** A beam on the picture: from where it leaves to where it ends, as wide as its light is there. Pixels. */
export interface Wedge {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly half: number;
}

/** Pixels of the picture to one that is reckoned: beams are soft, and four times as many fit into a frame. */
const COARSE = 2;
/** Beams that are shorter shine at who looks: they are discs. Pixels. */
export const SHORTEST_BEAM = 4;
const PARTS = 4;
/** Lines that become pixels at one go. */
const LINES_A_PART = 64;

/**
 * Light of many beams added up pixel by pixel: a canvas without a graphics card takes five times as long for as many shapes. Light is
 * premultiplied red, green, blue and cover, 0..1 each and beyond.
 */
export class CrowdBeams {
  readonly width: number;
  readonly height: number;
  readonly light: Float32Array;
  #canvas: HTMLCanvasElement | null = null;
  #image: ImageData | null = null;
  readonly #added = new Float32Array(PARTS);

  /** For a picture of so many pixels. */
  constructor(width: number, height: number) {
    this.width = Math.max(1, Math.ceil(width / COARSE));
    this.height = Math.max(1, Math.ceil(height / COARSE));
    this.light = new Float32Array(this.width * this.height * PARTS);
  }

  clear(): void {
    this.light.fill(0);
  }

  /** Adds a beam of a colour, red, green and blue 0..255; `cover` 0..1 is how much of it is seen. */
  add({ x0, y0, x1, y1, half }: Wedge, { red, green, blue }: { red: number; green: number; blue: number }, cover: number): void {
    const added = this.#added;
    added[0] = (red / 255) * cover;
    added[1] = (green / 255) * cover;
    added[2] = (blue / 255) * cover;
    added[3] = cover;
    const fromX = x0 / COARSE;
    const fromY = y0 / COARSE;
    const wide = half / COARSE;
    const dx = (x1 - x0) / COARSE;
    const dy = (y1 - y0) / COARSE;
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length * COARSE < SHORTEST_BEAM) this.#addDisc(fromX, fromY, wide);
    // Line by line across the beam, so that none falls between two.
    else if (Math.abs(dy) >= Math.abs(dx))
      this.#addAlong("down", { from: fromY, along: dy, across: fromX, shift: dx, wide: (wide * length) / Math.abs(dy) });
    else this.#addAlong("right", { from: fromX, along: dx, across: fromY, shift: dy, wide: (wide * length) / Math.abs(dx) });
  }

  /** Turns the light into pixels, for `paint`. */
  *develop(): Parts {
    this.#image ??= new ImageData(this.width, this.height);
    const part = LINES_A_PART * this.width * PARTS;
    for (let from = 0; from < this.light.length; from += part) {
      toPixels(this.light.subarray(from, from + part), this.#image.data.subarray(from, from + part));
      yield;
    }
  }

  /** Lays what was developed over the picture. */
  paint(context: CanvasRenderingContext2D): void {
    if (!this.#image) return;
    this.#canvas ??= Object.assign(document.createElement("canvas"), { width: this.width, height: this.height });
    this.#canvas.getContext("2d")!.putImageData(this.#image, 0, 0);
    context.drawImage(this.#canvas, 0, 0, this.width * COARSE, this.height * COARSE);
  }

  #addDisc(x: number, y: number, radius: number): void {
    const last = Math.min(this.height - 1, Math.ceil(y + radius));
    for (let row = Math.max(0, Math.floor(y - radius)); row <= last; row++) {
      const off = row + 0.5 - y;
      const reach = radius * radius - off * off;
      if (reach > 0) this.#addSpan(row, { from: x - Math.sqrt(reach), to: x + Math.sqrt(reach), share: 1 }, "down");
    }
  }

  #addAlong(
    way: "down" | "right",
    { from, along, across, shift, wide }: { from: number; along: number; across: number; shift: number; wide: number },
  ): void {
    const limit = way === "down" ? this.height : this.width;
    const [first, end] = [Math.min(from, from + along), Math.max(from, from + along)];
    const last = Math.min(limit - 1, Math.ceil(end) - 1);
    for (let line = Math.max(0, Math.floor(first)); line <= last; line++) {
      const begins = Math.max(first, line);
      const ends = Math.min(end, line + 1);
      const part = ((begins + ends) / 2 - from) / along;
      const middle = across + part * shift;
      this.#addSpan(line, { from: middle - part * wide, to: middle + part * wide, share: ends - begins }, way);
    }
  }

  /** Adds to the pixels of a line from one place to another as much as they are met; `share` is how much of the line is. */
  #addSpan(line: number, { from, to, share }: { from: number; to: number; share: number }, way: "down" | "right"): void {
    const light = this.light;
    const added = this.#added;
    const down = way === "down";
    const limit = down ? this.width : this.height;
    const step = down ? PARTS : this.width * PARTS;
    const start = down ? line * this.width * PARTS : line * PARTS;
    const last = Math.min(limit - 1, Math.ceil(to) - 1);
    for (let at = Math.max(0, Math.floor(from)); at <= last; at++) {
      const met = share * (Math.min(to, at + 1) - Math.max(from, at));
      const index = start + at * step;
      light[index]! += added[0]! * met;
      light[index + 1]! += added[1]! * met;
      light[index + 2]! += added[2]! * met;
      light[index + 3]! += added[3]! * met;
    }
  }
}

/** Light as a canvas has its pixels: colours as they are where all is covered, and how much is. */
export function toPixels(light: Float32Array, pixels: Uint8ClampedArray): void {
  for (let at = 0; at < light.length; at += PARTS) {
    const cover = light[at + 3]!;
    if (cover === 0) {
      pixels[at + 3] = 0;
      continue;
    }
    const all = Math.min(1, cover);
    // Light that adds up to more than white is white.
    for (let part = 0; part < 3; part++) pixels[at + part] = (255 * Math.min(1, light[at + part]!)) / all;
    pixels[at + 3] = 255 * all;
  }
}
