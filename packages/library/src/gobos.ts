import type { gdtf } from "@vexa/formats";

const SIZE = 96;
const MIDDLE = SIZE / 2;

const ray = (angle: number, from: number, to: number): string => {
  const [x, y] = [Math.cos(angle), Math.sin(angle)];
  const at = (radius: number): string => `${(MIDDLE + x * radius).toFixed(1)} ${(MIDDLE + y * radius).toFixed(1)}`;
  return `M${at(from)}L${at(to)}`;
};
const around = (count: number, of: (angle: number, at: number) => string): string =>
  Array.from({ length: count }, (_, at) => of((at / count) * 2 * Math.PI, at)).join("");
const lines = (path: string, width: number): string =>
  `<path d="${path}" fill="none" stroke="#fff" stroke-width="${width}" stroke-linecap="round"/>`;
const dot = (x: number, y: number, radius: number): string =>
  `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${radius.toFixed(1)}" fill="#fff"/>`;

/** Drawings of what the library's gobos throw, white on black. */
const DRAWINGS: Readonly<Record<string, string>> = {
  veins: lines(
    `M48 8L48 88${[20, 32, 44, 56, 68].map((y) => `M48 ${y + 8}L${20 + y / 6} ${y - 6}M48 ${y + 8}L${76 - y / 6} ${y - 6}`).join("")}`,
    3,
  ),
  rain: lines(
    Array.from({ length: 22 }, (_, at) => `M${10 + ((at * 37) % 76)} ${8 + ((at * 53) % 68)}l-3 ${8 + (at % 4) * 3}`).join(""),
    2.5,
  ),
  lattice: lines([16, 32, 48, 64, 80].map((at) => `M${at} 6L${at} 90M6 ${at}L90 ${at}`).join(""), 4),
  spores: around(26, (angle, at) =>
    dot(MIDDLE + Math.cos(angle * 7) * (8 + ((at * 13) % 32)), MIDDLE + Math.sin(angle * 7) * (8 + ((at * 13) % 32)), 1.5 + (at % 3)),
  ),
  roots: lines(
    around(9, (angle) => ray(angle, 4, 24) + ray(angle + 0.25, 24, 40) + ray(angle - 0.2, 24, 36)),
    2.5,
  ),
  ferns: lines(
    around(
      3,
      (angle) =>
        ray(angle, 0, 42) +
        [12, 20, 28, 36].map((radius) => ray(angle + 0.3, radius - 6, radius) + ray(angle - 0.3, radius - 6, radius)).join(""),
    ),
    3,
  ),
  petals: around(
    6,
    (angle) =>
      `<ellipse cx="${(MIDDLE + Math.cos(angle) * 22).toFixed(1)}" cy="${(MIDDLE + Math.sin(angle) * 22).toFixed(1)}" rx="16" ry="8" transform="rotate(${((angle * 180) / Math.PI).toFixed(0)} ${(MIDDLE + Math.cos(angle) * 22).toFixed(1)} ${(MIDDLE + Math.sin(angle) * 22).toFixed(1)})" fill="#fff"/>`,
  ),
};

/** The picture of a gobo of the library. */
export function goboPicture(name: string): gdtf.WheelPicture {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE}" height="${SIZE}" viewBox="0 0 ${SIZE} ${SIZE}"><circle cx="48" cy="48" r="48" fill="#000"/>${DRAWINGS[name]!}</svg>`;
  return { name, type: "image/svg+xml", content: new TextEncoder().encode(svg) };
}
