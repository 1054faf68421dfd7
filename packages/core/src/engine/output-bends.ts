import { curveFunction, type Curve } from "../rig/curve";
import { headsOfFixture } from "../rig/changed-rig";
import type { Axis, PanTilt } from "../rig/pan-tilt";
import type { Head, Parameter, Rig } from "../rig/rig";
import { scaleOf, type Segment } from "../rig/scale";
import { attributeInfo } from "../rig/attributes";
import { curveOf } from "../show/curve-of";
import type { Show } from "../show/show";
import type { Blocks } from "./blocks";
import { numbersOf } from "./numbers-of";

/** How a value leaves otherwise than it was worked out; values are 0..1 of the channel's range. */
export interface Bend {
  /** Whose value leaves: another one where pan and tilt are swapped. */
  readonly from: number;
  /** What is worked out is limited to these first. */
  readonly low: number;
  readonly high: number;
  /** Then it is stretched and moved: -1 and 1 turn it round. */
  readonly times: number;
  readonly plus: number;
  readonly curve: ((asked: number) => number) | null;
  /** What Trace says of it. */
  readonly words: string;
}

/** The value that leaves. */
export function bent({ low, high, times, plus, curve }: Bend, value: number): number {
  const limited = value > low ? (value < high ? value : high) : low;
  const moved = limited * times + plus;
  const inside = moved > 0 ? (moved < 1 ? moved : 1) : 0;
  return curve ? curve(inside) : inside;
}

const functions = new WeakMap<Curve, (asked: number) => number>();

function functionOf(curve: Curve): (asked: number) => number {
  let of = functions.get(curve);
  if (!of) functions.set(curve, (of = curveFunction(curve)));
  return of;
}

/** All that leaves otherwise than it was worked out, by parameter. */
function bendsOf(show: Show): Bends {
  const bends: Bends = new Map();
  // Few lamps have any, and a lamp may have many heads.
  for (const { id, curveId, panTilt } of show.all("fixture"))
    if (curveId !== undefined || panTilt) for (const head of headsOfFixture(show.rig, id)) addBends(head, show, bends);
  return bends;
}

/** How a parameter leaves otherwise than it was worked out; null = it leaves as it is. */
export function bendOf(parameter: number, show: Show): Bend | null {
  const bends: Bends = new Map();
  addBends(show.rig.parameters[parameter]!.head, show, bends);
  return bends.get(parameter) ?? null;
}

type Bends = Map<number, Bend>;

function addBends(head: Head, show: Show, bends: Bends): void {
  const { curveId, panTilt } = head.fixture;
  if (curveId !== undefined) bendIntensities(head, show.rig, { curve: curveOf(curveId, show), bends });
  if (panTilt) bendPanTilt(head, show.rig, { panTilt, bends });
}

/** Intensities alone: a channel that does something else in places isn't a measure of light. */
export function takesCurve({ channel }: Parameter): boolean {
  return attributeInfo(channel.attribute).family === "Intensity" && !channel.more;
}

function bendIntensities(head: Head, rig: Rig, { curve, bends }: { curve: Curve | null; bends: Bends }): void {
  if (!curve || curve.shape === "linear") return;
  for (const parameter of head.parameters.values())
    if (takesCurve(rig.parameters[parameter]!))
      bends.set(parameter, {
        from: parameter,
        low: 0,
        high: 1,
        times: 1,
        plus: 0,
        curve: functionOf(curve),
        words: `the curve ${curve.name}`,
      });
}

function bendPanTilt(head: Head, rig: Rig, { panTilt, bends }: { panTilt: PanTilt; bends: Bends }): void {
  const { swapped, inverted = [], limits = {} } = panTilt;
  const ways = { Pan: wayOf(head, rig, "Pan"), Tilt: wayOf(head, rig, "Tilt") };
  if (swapped && !(ways.Pan && ways.Tilt)) return;
  for (const leaves of ["Pan", "Tilt"] as const) {
    const worked: Axis = swapped ? (leaves === "Pan" ? "Tilt" : "Pan") : leaves;
    const [target, source] = [ways[leaves], ways[worked]];
    if (!target || !source) continue;
    const limit = limits[worked];
    const turned = inverted.includes(worked);
    if (!limit && !turned && !swapped) continue;
    const part = (degrees: number): number => (degrees - source.segment.from) / (source.segment.to - source.segment.from);
    const ends = limit ? [part(limit[0]), part(limit[1])] : [0, 1];
    // In degrees: what is worked out, turned about the middle of its way, as a part of the way on which it leaves.
    const [fromSize, toSize] = [source.segment.to - source.segment.from, target.segment.to - target.segment.from];
    const [slope, start] = turned ? [-fromSize, source.segment.to] : [fromSize, source.segment.from];
    bends.set(target.parameter, {
      from: source.parameter,
      low: Math.min(1, Math.max(0, Math.min(...ends))),
      high: Math.max(0, Math.min(1, Math.max(...ends))),
      times: slope / toSize,
      plus: (start - target.segment.from) / toSize,
      curve: null,
      words: [limit && "limits", turned && "turned round", swapped && `swapped with ${worked.toLowerCase()}`].filter(Boolean).join(", "),
    });
  }
}

/** An axis whose degrees lie along the whole of its channel. */
function wayOf(head: Head, rig: Rig, axis: Axis): { parameter: number; segment: Segment } | null {
  const parameter = head.parameters.get(axis);
  if (parameter === undefined) return null;
  const { plain, segments } = scaleOf(rig.parameters[parameter]!.channel, axis);
  return plain && segments[0]!.from !== segments[0]!.to ? { parameter, segment: segments[0]! } : null;
}

/** Bends values for as long as they are written. Allocates nothing after it was made. */
export class OutputBends {
  readonly #parameters: Int32Array;
  readonly #bends: readonly Bend[];
  /** Where the parameter whose value leaves is among the bent ones; -1 = it isn't. */
  readonly #sources: Int32Array;
  readonly #kept: Float32Array;

  constructor(show: Show) {
    const rising = [...bendsOf(show)].sort(([a], [b]) => a - b);
    const places = new Map(rising.map(([parameter], at) => [parameter, at]));
    this.#parameters = numbersOf(Int32Array, rising, ([parameter]) => parameter);
    this.#bends = rising.map(([, bend]) => bend);
    this.#sources = numbersOf(Int32Array, rising, ([, { from }]) => places.get(from) ?? -1);
    this.#kept = new Float32Array(rising.length);
  }

  /** Puts what leaves into the values; what leaves by another's moving is marked as moved. Until `back`. */
  bend(values: Float32Array, moved: Blocks): void {
    const [parameters, bends, kept] = [this.#parameters, this.#bends, this.#kept];
    for (let at = 0; at < parameters.length; at++) {
      kept[at] = values[parameters[at]!]!;
      if (moved.isStale(bends[at]!.from)) moved.mark(parameters[at]!);
    }
    for (let at = 0; at < parameters.length; at++) {
      // What isn't written needs no bending.
      if (!moved.isStale(parameters[at]!)) continue;
      const source = this.#sources[at]!;
      values[parameters[at]!] = bent(bends[at]!, source < 0 ? values[bends[at]!.from]! : kept[source]!);
    }
  }

  /** Puts back what was worked out. */
  back(values: Float32Array): void {
    for (let at = 0; at < this.#parameters.length; at++) values[this.#parameters[at]!] = this.#kept[at]!;
  }
}
