/** Red, green and blue, 0..255. */
interface Color {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
}

/** Marks of many heads, set pixel by pixel: a canvas without a graphics card takes ten times as long for as many shapes. */
export class CrowdMarks {
  readonly width: number;
  readonly height: number;
  readonly #ratio: number;
  /** As an image has them: red, green, blue, cover. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  readonly #words: Uint32Array;
  #canvas: HTMLCanvasElement | null = null;

  /** For a picture of so many pixels, of which the screen has `ratio` to one. */
  constructor(width: number, height: number, ratio = 1) {
    this.#ratio = ratio;
    this.width = Math.max(1, Math.round(width * ratio));
    this.height = Math.max(1, Math.round(height * ratio));
    this.pixels = new Uint8ClampedArray(this.width * this.height * 4);
    this.#words = new Uint32Array(this.pixels.buffer);
  }

  clear(): void {
    this.#words.fill(0);
  }

  /** Adds a mark about a place, so far to its edge; where two meet the brighter is seen. `cover` 0..1. */
  add(shape: "disc" | "square", { x, y, size }: { x: number; y: number; size: number }, color: Color, cover: number): void {
    const ratio = this.#ratio;
    const middleX = x * ratio;
    const middleY = y * ratio;
    const reach = size * ratio;
    const words = this.#words;
    const width = this.width;
    const word = (color.blue << 16) | (color.green << 8) | color.red;
    const lastRow = Math.min(this.height - 1, Math.ceil(middleY + reach));
    const firstColumn = Math.max(0, Math.floor(middleX - reach));
    const lastColumn = Math.min(width - 1, Math.ceil(middleX + reach));
    for (let row = Math.max(0, Math.floor(middleY - reach)); row <= lastRow; row++) {
      const dy = Math.abs(row + 0.5 - middleY);
      for (let column = firstColumn; column <= lastColumn; column++) {
        const dx = Math.abs(column + 0.5 - middleX);
        const met = shape === "disc" ? edge(reach - Math.sqrt(dx * dx + dy * dy)) : edge(reach - dx) * edge(reach - dy);
        const alpha = (255 * cover * met + 0.5) | 0;
        const at = row * width + column;
        if (alpha > words[at]! >>> 24) words[at] = word | (alpha << 24);
      }
    }
  }

  /** Lays the marks over the picture. */
  paint(context: CanvasRenderingContext2D): void {
    this.#canvas ??= Object.assign(document.createElement("canvas"), { width: this.width, height: this.height });
    this.#canvas.getContext("2d")!.putImageData(new ImageData(this.pixels, this.width, this.height), 0, 0);
    context.drawImage(this.#canvas, 0, 0, this.width / this.#ratio, this.height / this.#ratio);
  }
}

/** How much of a pixel is met whose middle lies so far within an edge. */
function edge(within: number): number {
  return Math.min(1, Math.max(0, within + 0.5));
}
