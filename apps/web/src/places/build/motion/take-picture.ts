import { keptDots, MOST_DOTS, MOST_PICTURE_COLUMNS, MOST_PICTURE_ROWS, type Picture } from "@vexa/core";

export type Dots = Pick<Picture, "columns" | "rows" | "dots" | "clear">;

const LARGEST_OCTETS = 30_000_000;
/** More dots than a wall of screens has: somebody's mistake, or an attack on the memory of whoever opens it. */
const LARGEST_DOTS = 50_000_000;
const WORD_ROWS = 16;

/** Why a file isn't laid over the stage. */
export function pictureWrong(file: File, why: string): Error {
  return new Error(`${file.name} can't be taken as a picture: ${why}. Nothing was changed.`);
}

/** A file's picture as it is laid over a stage, made as small as that needs. Rejects with a sentence. Of several it is the first. */
export async function dotsOfFile(file: File): Promise<Dots> {
  const wrong = (why: string): Error => pictureWrong(file, why);
  if (file.size > LARGEST_OCTETS) throw wrong("it has more than 30 MB");
  const address = URL.createObjectURL(file);
  try {
    const image = new Image();
    // Its size is known before it is unpacked, which may take more memory than there is.
    await new Promise((known, failed) => {
      Object.assign(image, { onload: known, onerror: () => failed(wrong("this browser reads no picture in it")), src: address });
    });
    const { naturalWidth: width, naturalHeight: height } = image;
    if (width === 0 || height === 0) throw wrong("it has no size of its own");
    if (width * height > LARGEST_DOTS) throw wrong(`its ${width} × ${height} dots are too many`);
    const { columns, rows } = fitting(width, height);
    const painter = painterOf(columns, rows);
    painter.imageSmoothingQuality = "high";
    painter.drawImage(image, 0, 0, columns, rows);
    return dotsIn(painter);
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** Words in one row, with a gap behind them, so that they can run round. */
export function dotsOfWords(words: string): Dots {
  const font = `600 ${WORD_ROWS - 2}px sans-serif`;
  const measure = painterOf(1, 1);
  measure.font = font;
  const columns = Math.min(
    MOST_PICTURE_COLUMNS,
    MOST_DOTS / WORD_ROWS,
    Math.max(1, Math.ceil(measure.measureText(words).width) + WORD_ROWS),
  );
  const painter = painterOf(Math.floor(columns), WORD_ROWS);
  Object.assign(painter, { font, fillStyle: "#fff", textBaseline: "middle" });
  painter.fillText(words, WORD_ROWS / 2, WORD_ROWS / 2);
  return dotsIn(painter);
}

/** As large as a picture of so many dots may be, in the same shape. */
export function fitting(width: number, height: number, most = MOST_DOTS): { columns: number; rows: number } {
  const scale = Math.min(1, Math.sqrt(most / (width * height)), MOST_PICTURE_COLUMNS / width, MOST_PICTURE_ROWS / height);
  const columns = Math.max(1, Math.floor(width * scale));
  return { columns, rows: Math.max(1, Math.min(Math.floor(height * scale), Math.floor(most / columns))) };
}

/** What isn't painted is clear. */
export function painterOf(columns: number, rows: number): CanvasRenderingContext2D {
  const canvas = Object.assign(document.createElement("canvas"), { width: columns, height: rows });
  return canvas.getContext("2d", { willReadFrequently: true })!;
}

function dotsIn(painter: CanvasRenderingContext2D): Dots {
  const { width: columns, height: rows } = painter.canvas;
  return { columns, rows, ...keptDots([octetsIn(painter)]) };
}

/** Red, green, blue and opacity of each dot, from the top left. */
export function octetsIn(painter: CanvasRenderingContext2D): Uint8ClampedArray {
  const { width, height } = painter.canvas;
  return painter.getImageData(0, 0, width, height).data;
}
