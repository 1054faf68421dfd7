import { encodedSrgb, linearSrgbOf, xyzOf } from "../color/colorimetry";
import { planckian } from "../color/color-temperature";
import type { Head, Rig } from "../rig/rig";
import { scaleOf } from "../rig/scale";
import { attributeInfo, type Attribute } from "../rig/attributes";

/** How a head looks from afar: brightness and hue as encoded sRGB 0..255 at full, angles in degrees. */
export interface HeadLook {
  /** 0..1: how bright it is. */
  intensity: number;
  red: number;
  green: number;
  blue: number;
  pan: number;
  tilt: number;
  /** Full angle of the beam in degrees; 0 = none is drawn. */
  beamDegrees: number;
}

const known = new WeakMap<Rig, HeadLooks>();

/**
 * Reads looks of heads from the values of their parameters. Emitters add up as CIE XYZ; flags take away in
 * linear sRGB, a picture good enough for a plan. Allocates nothing per call: `into` is filled.
 */
export class HeadLooks {
  readonly #readers: Reader[];

  private constructor(rig: Rig) {
    this.#readers = rig.heads.map((head) => makeReader(head, rig));
  }

  /** Made once for each rig: rigs never change in place. */
  static of(rig: Rig): HeadLooks {
    let looks = known.get(rig);
    if (!looks) known.set(rig, (looks = new HeadLooks(rig)));
    return looks;
  }

  /** The most that the head at this index may shine, 0..1: asked first, it spares a crowd of dark heads their colours. */
  atMost(index: number, values: Float32Array): number {
    const { dimmer, emitters, masters } = this.#readers[index]!;
    for (let at = 0; at < masters.length; at++) if (values[masters[at]!] === 0) return 0;
    if (dimmer >= 0) return values[dimmer]!;
    for (let at = 0; at < emitters.length; at++) if (values[emitters[at]!.parameter]! > 0) return 1;
    return 0;
  }

  /** Fills `into` with the look of the head at this index of the rig. */
  read(index: number, values: Float32Array, into: HeadLook): void {
    const reader = this.#readers[index]!;
    const { emitters, flags, open, dimmer } = reader;
    let red = open[0];
    let green = open[1];
    let blue = open[2];
    for (let at = 0; at < emitters.length; at++) {
      const { parameter, color } = emitters[at]!;
      const level = values[parameter]!;
      red += color[0] * level;
      green += color[1] * level;
      blue += color[2] * level;
    }
    if (flags[0] >= 0) red *= 1 - values[flags[0]]!;
    if (flags[1] >= 0) green *= 1 - values[flags[1]]!;
    if (flags[2] >= 0) blue *= 1 - values[flags[2]]!;
    if (reader.tungsten) {
      // Light falls with about the 3.4th power of the voltage, colour temperature with the 0.42th (lamp practice, from memory).
      const glow = reader.tungsten(Math.pow(dimmer >= 0 ? values[dimmer]! : 1, 0.42 / 3.4));
      red = glow[0];
      green = glow[1];
      blue = glow[2];
    }
    const peak = Math.max(red, green, blue, 1e-6);
    const colored = emitters.length > 0 ? Math.min(1, peak) : 1;
    // What has neither a dimmer nor emitters, such as a hazer, gives no light.
    into.intensity = (dimmer >= 0 ? values[dimmer]! : emitters.length > 0 ? 1 : 0) * colored;
    for (let at = 0; at < reader.masters.length; at++) into.intensity *= values[reader.masters[at]!]!;
    into.red = Math.round(255 * encodedSrgb(Math.max(0, red) / peak));
    into.green = Math.round(255 * encodedSrgb(Math.max(0, green) / peak));
    into.blue = Math.round(255 * encodedSrgb(Math.max(0, blue) / peak));
    into.pan = angle(reader.pan, values);
    into.tilt = angle(reader.tilt, values);
    into.beamDegrees = reader.zoom ? angle(reader.zoom, values) : reader.beamDegrees;
  }
}

type Linear = readonly [number, number, number];

interface Angle {
  readonly parameter: number;
  readonly from: number;
  readonly span: number;
  /** Where in the channel it is. */
  readonly low: number;
  readonly high: number;
}

interface Reader {
  readonly dimmer: number;
  /** Masters that scale the dimmer, or the light where it has none. */
  readonly masters: readonly number[];
  readonly emitters: readonly { readonly parameter: number; readonly color: Linear }[];
  /** Parameters of the cyan, magenta and yellow flags, or -1. */
  readonly flags: Linear;
  /** What shines before any emitter is added. */
  readonly open: Linear;
  /** Linear sRGB of a lamp that glows, by the part of its temperature at full. */
  readonly tungsten: ((part: number) => Linear) | null;
  readonly pan: Angle | null;
  readonly tilt: Angle | null;
  readonly zoom: Angle | null;
  readonly beamDegrees: number;
}

function makeReader(head: Head, rig: Rig): Reader {
  // A cell has its lamp's own pan, tilt and dimmer where it has none.
  const whole = head.mode.master && head.index > 0 ? rig.heads[head.order - head.index] : undefined;
  const parameterOf = (attribute: Attribute): number => head.parameters.get(attribute) ?? whole?.parameters.get(attribute) ?? -1;
  const angleOf = (attribute: "Pan" | "Tilt" | "Zoom"): Angle | null => {
    const parameter = parameterOf(attribute);
    if (parameter < 0) return null;
    const { segments } = scaleOf(rig.parameters[parameter]!.channel, attribute);
    const { low, high, from, to } = segments[0]!;
    const span = high === low ? 0 : (to - from) / (high - low);
    return { parameter, from: from - span * low, span, low, high };
  };
  const emitters = [...head.parameters].flatMap(([attribute, parameter]) => {
    const emitter = attributeInfo(attribute).mixing === "adds" ? head.profile.emitters[attribute] : undefined;
    return emitter ? [{ parameter, color: linearSrgbOf(xyzOf(emitter)) }] : [];
  });
  // Emitters share one scale, so that full white is as bright as the screen can show.
  const sums = [0, 1, 2].map((at) => emitters.reduce((sum, { color }) => sum + color[at as 0 | 1 | 2], 0));
  const scale = 1 / Math.max(1e-6, ...sums);
  const white = head.profile.emitters["open"];
  const open = emitters.length > 0 ? ([0, 0, 0] as const) : white ? linearSrgbOf(xyzOf({ ...white, luminance: 1 })) : ([1, 1, 1] as const);
  const dimmer = parameterOf("Dimmer");
  const lights = dimmer >= 0 ? [dimmer] : emitters.map(({ parameter }) => parameter);
  return {
    dimmer,
    masters: [...new Set(lights.flatMap((parameter) => mastersOf(rig, parameter)))].filter((master) => master !== dimmer),
    emitters: emitters.map(({ parameter, color }) => ({
      parameter,
      color: [color[0] * scale, color[1] * scale, color[2] * scale],
    })),
    flags: [parameterOf("ColorSub_C"), parameterOf("ColorSub_M"), parameterOf("ColorSub_Y")],
    open,
    tungsten: head.profile.tungstenKelvin === undefined ? null : glowOf(head.profile.tungstenKelvin),
    pan: angleOf("Pan"),
    tilt: angleOf("Tilt"),
    zoom: angleOf("Zoom"),
    beamDegrees: head.profile.beamDegrees,
  };
}

/** All masters over a parameter, the lamp's own among them. */
function mastersOf({ parameters }: Rig, parameter: number): number[] {
  const masters: number[] = [];
  for (let at = parameters[parameter]!.master; at >= 0 && !masters.includes(at); at = parameters[at]!.master) masters.push(at);
  return masters;
}

const GLOW_STEPS = 64;

/** Colours of a glowing lamp, worked out once: reading one allocates nothing. */
function glowOf(kelvin: number): (part: number) => Linear {
  const table = Array.from({ length: GLOW_STEPS + 1 }, (_, step) => linearSrgbOf(xyzOf(planckian((kelvin * step) / GLOW_STEPS))));
  return (part) => table[Math.round(Math.min(1, Math.max(0, part)) * GLOW_STEPS)]!;
}

function angle(of: Angle | null, values: Float32Array): number {
  if (!of) return 0;
  const value = values[of.parameter]!;
  return of.from + of.span * (value > of.low ? (value < of.high ? value : of.high) : of.low);
}
