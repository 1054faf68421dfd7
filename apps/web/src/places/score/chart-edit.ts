import {
  attributeInfo,
  type Attribute,
  type Cue,
  type CueTime,
  type Family,
  type FamilyTimes,
  type Fan,
  type Part,
  type Span,
} from "@vexa/core";

/** A bar of the time chart: a family of the cue, or what one of its strokes says of it. */
export interface Bar {
  readonly family: Family;
  readonly strokeId: string | null;
  readonly span: Span;
}

export interface FieldEdit {
  readonly path: readonly string[];
  readonly from: unknown;
  readonly to: unknown;
}

/** The shortest bar that can be dragged. */
const SHORTEST = 0.05;

/**
 * The edits that put an end of a bar at so many seconds. The start is the delay, and moves the whole bar's length along; the end is the
 * time of the fade. A time given in percent stays one; fans of strokes are stretched, and stay fans.
 */
export function chartEdit(cue: Cue, bar: Bar, { end, seconds }: { end: "start" | "end"; seconds: number }): FieldEdit[] {
  return bar.strokeId === null ? familyEdit(cue, bar, { end, seconds }) : strokeEdit(cue, bar, { end, seconds });
}

function familyEdit(cue: Cue, { family, span }: Bar, { end, seconds }: { end: "start" | "end"; seconds: number }): FieldEdit[] {
  const own: FamilyTimes = cue.families?.[family] ?? {};
  const field = end === "start" ? "delay" : "in";
  const length = end === "start" ? seconds : Math.max(0, seconds - span.start);
  const next: FamilyTimes = { ...own, [field]: likeBefore(own[field], length, cue.inSeconds) };
  // With the end dragged, what goes down takes the same time: the bar is one.
  const both = end === "end" && family === "Intensity" && own.out ? { ...next, out: likeBefore(own.out, length, cue.inSeconds) } : next;
  return [{ path: ["families"], from: cue.families, to: { ...cue.families, [family]: both } }];
}

function likeBefore(time: CueTime | undefined, seconds: number, inSeconds: number): CueTime {
  return time && "part" in time && inSeconds > 0 ? { part: Math.round((1000 * seconds) / inSeconds) / 1000 } : { seconds };
}

function strokeEdit(cue: Cue, { family, strokeId, span }: Bar, { end, seconds }: { end: "start" | "end"; seconds: number }): FieldEdit[] {
  const stroke = cue.strokes[strokeId!];
  if (!stroke) return [];
  const unit = (part: Part): number => (part.timesIn === "parts" ? Math.max(SHORTEST, cue.inSeconds) : 1);
  return (Object.entries(stroke.parts) as [Attribute, Part][])
    .filter(([attribute]) => attributeInfo(attribute).family === family)
    .map(([attribute, part]) => {
      const to: Part =
        end === "start"
          ? { ...part, delay: moved(part.delay, (seconds - span.start) / unit(part)) }
          : stretched(part, {
              factor: Math.max(SHORTEST, seconds - span.start) / Math.max(SHORTEST, span.end - span.start),
              length: Math.max(0, seconds - span.start) / unit(part),
            });
      return { path: ["strokes", strokeId!, "parts", attribute], from: part, to };
    });
}

function moved(delay: Fan | undefined, by: number): Fan {
  const fan = delay ?? { knots: [0] };
  return { ...fan, knots: fan.knots.map((knot) => rounded(Math.max(0, knot + by))) };
}

/** A fade or a spread of delays that is there is stretched; where neither is, the fade takes the whole length. */
function stretched(part: Part, { factor, length }: { factor: number; length: number }): Part {
  const { fade, delay } = part;
  const spread = delay !== undefined && Math.max(...delay.knots) > Math.min(...delay.knots);
  const first = delay ? Math.min(...delay.knots) : 0;
  return {
    ...part,
    fade: fade ? { ...fade, knots: fade.knots.map((knot) => rounded(knot * factor)) } : { knots: [rounded(length)] },
    ...(spread ? { delay: { ...delay, knots: delay.knots.map((knot) => rounded(first + (knot - first) * factor)) } } : {}),
  };
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000;
