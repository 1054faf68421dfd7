import type { Picture } from "./picture";

// Pictures never change in place.
const known = new WeakMap<Picture, Picture | null>();

/** How clear a picture's dots are as a picture of its own, white where they are wholly clear; null where none is. */
export function clearnessOf(picture: Picture): Picture | null {
  let clearness = known.get(picture);
  if (clearness === undefined) {
    const { clear, ...rest } = picture;
    clearness = clear === undefined || /^0*$/.test(clear) ? null : { ...rest, dots: clear.replace(/../g, "$&$&$&") };
    known.set(picture, clearness);
  }
  return clearness;
}

/** How opaque what is seen is, 0..1, for each of these averages of a clearness; so much of what is averaged is a picture at all. */
export function opaqueOf(clear: Float64Array, within: number): Float64Array {
  return Float64Array.from({ length: clear.length / 3 }, (_, at) => Math.max(0, within - clear[3 * at]! / 255));
}

/** Less than this is as good as clear: what colour it has isn't known. */
const CLEAR = 1 / 512;

/** The dots themselves, which were seen on black by so much of each, into the same row. */
export function offBlack(dots: Float64Array, opaque: Float64Array): Float64Array {
  for (let at = 0; at < dots.length; at++) {
    const part = opaque[Math.floor(at / 3)]!;
    dots[at] = part < CLEAR ? 0 : Math.min(255, dots[at]! / part);
  }
  return dots;
}
