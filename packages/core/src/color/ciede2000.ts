import type { Xyz } from "./colorimetry";

/** CIELAB relative to D65. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

const WHITE: Xyz = { x: 0.9504559270516716, y: 1, z: 1.0890577507598784 };

/** CIELAB of a colour, white D65 with Y = 1. Source: CIE 15. */
export function labOf({ x, y, z }: Xyz): Lab {
  const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27) * t * (1 / 116) + 16 / 116);
  const [fx, fy, fz] = [f(x / WHITE.x), f(y / WHITE.y), f(z / WHITE.z)];
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

const DEGREES = 180 / Math.PI;
const cosine = (degrees: number): number => Math.cos(degrees / DEGREES);
const sine = (degrees: number): number => Math.sin(degrees / DEGREES);
const hue = (b: number, a: number): number => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) * DEGREES + 360) % 360);

/** How different two colours look, CIEDE2000 with all factors 1; about 1 is just seen. Source: Sharma, Wu, Dalal 2005. */
export function deltaE2000(first: Lab, second: Lab): number {
  const meanChroma = (Math.hypot(first.a, first.b) + Math.hypot(second.a, second.b)) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanChroma ** 7 / (meanChroma ** 7 + 25 ** 7)));
  const [a1, a2] = [(1 + g) * first.a, (1 + g) * second.a];
  const [c1, c2] = [Math.hypot(a1, first.b), Math.hypot(a2, second.b)];
  const [h1, h2] = [hue(first.b, a1), hue(second.b, a2)];
  const grey = c1 * c2 === 0;
  const turn = h2 - h1;
  const dh = grey ? 0 : turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn;
  const [dl, dc, dH] = [second.l - first.l, c2 - c1, 2 * Math.sqrt(c1 * c2) * sine(dh / 2)];
  const l = (first.l + second.l) / 2;
  const c = (c1 + c2) / 2;
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(turn) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const t = 1 - 0.17 * cosine(h - 30) + 0.24 * cosine(2 * h) + 0.32 * cosine(3 * h + 6) - 0.2 * cosine(4 * h - 63);
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sc = 1 + 0.045 * c;
  const sh = 1 + 0.015 * c * t;
  const rc = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const rt = -sine(60 * Math.exp(-(((h - 275) / 25) ** 2))) * rc;
  return Math.sqrt((dl / sl) ** 2 + (dc / sc) ** 2 + (dH / sh) ** 2 + rt * (dc / sc) * (dH / sh));
}
