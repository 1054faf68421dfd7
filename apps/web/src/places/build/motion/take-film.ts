import { keptDots, MOST_DOTS, MOST_FILM_DOTS, type Picture } from "@vexa/core";
import { dotsOfFile, fitting, octetsIn, painterOf, pictureWrong, type Dots } from "./take-picture";

/** A film as it is kept, and how long one round of it takes. */
export interface Film {
  readonly dots: Dots & Pick<Picture, "frames">;
  readonly seconds: number;
}

/** How far it is, 0..1, and whether it is still wanted. */
export interface Taking {
  readonly onProgress: (part: number) => void;
  readonly signal: AbortSignal;
}

const MOST_SECONDS = 120;
const LARGEST_OCTETS = 300_000_000;
/** Between its pictures heads go over from one to the next: more of them aren't told apart on a stage. */
const FRAMES_A_SECOND = 15;
const MOST_KEPT = 120;
const MOST_DECODED = 3000;
/** Where an animation doesn't say how long a picture stands. Common practice of browsers. */
const USUAL_MICROS = 100_000;
/** Where a film doesn't say how long it is, its end is looked for behind this. */
const BEHIND_ALL_SECONDS = 1e7;

/** A file's picture, or its film, as it is laid over a stage. Rejects with a sentence, or with an AbortError when it isn't wanted any more. */
export async function filmOfFile(file: File, taking: Taking): Promise<Film | Dots> {
  if (file.type.startsWith("video/")) return filmOfVideo(file, taking);
  return (await filmOfAnimation(file, taking)) ?? dotsOfFile(file);
}

/** So many pictures of so many dots each. */
export function filmFitting(width: number, height: number, frames: number): { columns: number; rows: number; frames: number } {
  const kept = Math.max(2, Math.min(MOST_KEPT, frames));
  return { ...fitting(width, height, Math.min(MOST_DOTS, Math.floor(MOST_FILM_DOTS / kept))), frames: kept };
}

/** Which of several pictures that begin at these moments stands at each of so many equal steps of the whole. */
export function evenly(begins: readonly number[], whole: number, steps: number): number[] {
  return Array.from({ length: steps }, (_, step) => {
    const at = (whole * step) / steps;
    return Math.max(
      0,
      begins.findLastIndex((begin) => begin <= at),
    );
  });
}

/** Of a GIF, WebP, APNG or AVIF with several pictures; null where it has one, or this browser takes none apart. */
async function filmOfAnimation(file: File, { onProgress, signal }: Taking): Promise<Film | null> {
  if (!("ImageDecoder" in window) || !(await ImageDecoder.isTypeSupported(file.type))) return null;
  if (file.size > LARGEST_OCTETS) throw pictureWrong(file, "it has more than 300 MB");
  const decoder = new ImageDecoder({ data: await file.arrayBuffer(), type: file.type });
  try {
    // What is no picture is told of where it is read as one.
    const count = await Promise.all([decoder.tracks.ready, decoder.completed]).then(
      () => decoder.tracks.selectedTrack?.frameCount ?? 0,
      () => 0,
    );
    if (count < 2) return null;
    if (count > MOST_DECODED) throw pictureWrong(file, `its ${count} pictures are too many`);
    // How long each stands is known when it has been decoded: which of them are kept, and how large, comes after that.
    const begins: number[] = [];
    let [micros, width, height] = [0, 1, 1];
    for (let frameIndex = 0; frameIndex < count; frameIndex++) {
      signal.throwIfAborted();
      const { image } = await decoder.decode({ frameIndex });
      [width, height] = [image.displayWidth, image.displayHeight];
      begins.push(micros);
      micros += image.duration || USUAL_MICROS;
      image.close();
      onProgress((0.5 * (frameIndex + 1)) / count);
    }
    const size = filmFitting(width, height, Math.ceil((micros / 1e6) * FRAMES_A_SECOND));
    const order = evenly(begins, micros, size.frames);
    const shown = new Map<number, Uint8ClampedArray>();
    for (const frameIndex of new Set(order)) {
      signal.throwIfAborted();
      const { image } = await decoder.decode({ frameIndex });
      shown.set(frameIndex, painted(image, size));
      image.close();
      onProgress(0.5 + (0.5 * frameIndex) / count);
    }
    return filmWith(
      size,
      order.map((index) => shown.get(index)!),
      micros / 1e6,
    );
  } catch (trouble) {
    if (trouble instanceof DOMException && trouble.name !== "AbortError") throw pictureWrong(file, "it is damaged");
    throw trouble;
  } finally {
    decoder.close();
  }
}

async function filmOfVideo(file: File, { onProgress, signal }: Taking): Promise<Film> {
  if (file.size > LARGEST_OCTETS) throw pictureWrong(file, "it has more than 300 MB");
  const address = URL.createObjectURL(file);
  const video = Object.assign(document.createElement("video"), { muted: true, preload: "auto" });
  /** Waits for an event of it. */
  const comes = (event: string, act: () => void): Promise<void> =>
    new Promise((resolve, reject) => {
      const failed = (): void => reject(pictureWrong(file, "this browser reads no film in it"));
      const given = (): void => reject(signal.reason as Error);
      video.addEventListener(event, () => resolve(), { once: true, signal });
      video.addEventListener("error", failed, { once: true, signal });
      signal.addEventListener("abort", given, { once: true });
      act();
    });
  try {
    await comes("loadedmetadata", () => (video.src = address));
    if (!Number.isFinite(video.duration)) await comes("seeked", () => (video.currentTime = BEHIND_ALL_SECONDS));
    const { videoWidth: width, videoHeight: height, duration: seconds } = video;
    if (width === 0 || height === 0 || !(seconds > 0)) throw pictureWrong(file, "there is no film in it");
    if (seconds > MOST_SECONDS) throw pictureWrong(file, "it is longer than two minutes");
    const size = filmFitting(width, height, Math.ceil(seconds * FRAMES_A_SECOND));
    const shown: Uint8ClampedArray[] = [];
    for (let frame = 0; frame < size.frames; frame++) {
      await comes("seeked", () => (video.currentTime = (seconds * (frame + 0.5)) / size.frames));
      shown.push(painted(video, size));
      onProgress((frame + 1) / size.frames);
    }
    return filmWith(size, shown, seconds);
  } finally {
    video.removeAttribute("src");
    video.load();
    URL.revokeObjectURL(address);
  }
}

interface FilmSize {
  readonly columns: number;
  readonly rows: number;
  readonly frames: number;
}

function painted(image: CanvasImageSource, { columns, rows }: FilmSize): Uint8ClampedArray {
  const painter = painterOf(columns, rows);
  painter.imageSmoothingQuality = "high";
  painter.drawImage(image, 0, 0, columns, rows);
  return octetsIn(painter);
}

function filmWith({ columns, rows, frames }: FilmSize, shown: readonly Uint8ClampedArray[], seconds: number): Film {
  return { dots: { columns, rows, frames, ...keptDots(shown) }, seconds };
}
