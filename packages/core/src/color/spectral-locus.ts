/** Chromaticities of single wavelengths from 380 to 700 nm, CIE 1931 2 degree observer (CIE 15, from memory, four digits). */
export const SPECTRAL_LOCUS: readonly (readonly [number, number])[] = [
  [0.1741, 0.005],
  [0.1644, 0.0109],
  [0.1566, 0.0177],
  [0.144, 0.0297],
  [0.1241, 0.0578],
  [0.0913, 0.1327],
  [0.0454, 0.295],
  [0.0082, 0.5384],
  [0.0139, 0.7502],
  [0.0743, 0.8338],
  [0.1547, 0.8059],
  [0.2296, 0.7543],
  [0.3016, 0.6923],
  [0.3731, 0.6245],
  [0.4441, 0.5547],
  [0.5125, 0.4866],
  [0.5752, 0.4242],
  [0.627, 0.3725],
  [0.6658, 0.334],
  [0.6915, 0.3083],
  [0.7079, 0.292],
  [0.7347, 0.2653],
];

/** Whether a light of this chromaticity can exist: inside the locus and the line of purples. */
export function isRealColor({ x, y }: { x: number; y: number }): boolean {
  let inside = false;
  for (let index = 0, before = SPECTRAL_LOCUS.length - 1; index < SPECTRAL_LOCUS.length; before = index++) {
    const [[x1, y1], [x2, y2]] = [SPECTRAL_LOCUS[index]!, SPECTRAL_LOCUS[before]!];
    if (y1 > y !== y2 > y && x < ((x2 - x1) * (y - y1)) / (y2 - y1) + x1) inside = !inside;
  }
  return inside;
}
