import { dotsOf, octetsOf, type Picture } from "./picture";

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

/** Pictures in a row, red, green, blue and opacity of each dot, as they are kept: as they look on black, and how clear each dot is where any is. */
export function keptDots(pictures: readonly ArrayLike<number>[]): Pick<Picture, "dots" | "clear"> {
  const clear = pictures.map((octets) => dotsOf(Uint8Array.from({ length: octets.length / 4 }, (_, dot) => 255 - octets[4 * dot + 3]!)));
  const seen = pictures.map((octets) => {
    const dots = new Uint8ClampedArray((octets.length / 4) * 3);
    for (let at = 0; at < dots.length; at++) {
      const dot = 4 * Math.floor(at / 3);
      dots[at] = (octets[dot + (at % 3)]! * octets[dot + 3]!) / 255;
    }
    return dotsOf(dots);
  });
  const opaque = clear.every((one) => /^0*$/.test(one));
  return { dots: seen.join(""), ...(opaque ? {} : { clear: clear.join("") }) };
}

/** Red, green, blue and opacity of each dot of one picture, as it is painted. */
export function paintedOctets(picture: Picture): Uint8ClampedArray<ArrayBuffer> {
  const dots = Float64Array.from(octetsOf(picture));
  const clearness = clearnessOf(picture);
  const opaque = clearness && opaqueOf(Float64Array.from(octetsOf(clearness)), 1);
  if (opaque) offBlack(dots, opaque);
  const painted = new Uint8ClampedArray((dots.length / 3) * 4);
  for (let at = 0; at < painted.length; at++) {
    const dot = Math.floor(at / 4);
    painted[at] = at % 4 < 3 ? dots[3 * dot + (at % 4)]! : 255 * (opaque ? opaque[dot]! : 1);
  }
  return painted;
}
