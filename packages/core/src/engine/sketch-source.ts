import { sketchDrives } from "../show/driving";
import type { Show } from "../show/show";
import { isColumn, withoutTimes } from "../stroke/column";
import type { Row } from "../stroke/row";
import type { Sketch } from "../stroke/sketch";
import { headsOf } from "../stroke/spread";
import { parametersOf } from "../rig/head-attributes";
import type { Seconds } from "../units/units";
import { beginFromMoving } from "./carry-over";
import { goOnSoftly } from "./come-softly";
import { compile, type CompiledRows } from "./compile";
import { followedAngles } from "./flat-follows";
import { copiedFloats } from "./kernels";
import type { SourceContext } from "./make-source";
import { rowNumbers } from "./numbers-of";
import { Source } from "./source";

/** How long positions take to come into a motion that a sketch begins, so that no head jumps. */
const MOTION_START_SECONDS = 1;

/**
 * The source of a sketch; null when it is empty. It takes over at once: times are for cues. Only positions come softly into a
 * motion; what moved in the sketch before keeps its place.
 */
export function sketchSource(sketch: Sketch, t: Seconds, context: SourceContext, present: Source | null = null): Source | null {
  const { show } = context;
  const resolved = sketchDrives(show, sketch);
  if (!resolved || resolved.content.length === 0) return null;
  const begun = present ? motionStarts(present, t) : NOTHING_BEGUN;
  const timed = (row: Row): Row => {
    if (row.motions.length === 0 && !row.follows) return { ...row, fade: 0, delay: 0 };
    const softly = row.follows ? row.follows.axis !== "Dimmer" : row.motions[0]!.family === "Position";
    const fade = softly ? MOTION_START_SECONDS : 0;
    return { ...row, fade, delay: begun.get(row.parameter)?.delay ?? 0 };
  };
  const content = resolved.content.map((one) => (isColumn(one) ? withoutTimes(one) : one.map(timed)));
  const compiled = compile(content, { inSeconds: 0 });
  // What is there at once comes from nowhere: the stage as it is needn't be asked for.
  const from = standsStill(compiled) ? copiedFloats(compiled.to) : startsOfSketch(compiled, begun, context.merged);
  const source = new Source({
    id: `sketch ${sketch.personId}`,
    compiled,
    reads: resolved.reads,
    from,
    startSeconds: t,
    level: 1,
    htpCount: 0,
  });
  const taken = takenInMotion(sketch, show, begun);
  if (taken.size > 0) beginFromMoving(source, { playing: context.playing, merged: context.merged, parameters: taken });
  if (!present) return source;
  source.follows.goOnFrom(present.follows);
  return goOnSoftly(present, source, show.rig.htpCount);
}

/** Whether no row moves by time, follows or rides on what lies beneath. */
function standsStill({ motions, riders, follows }: CompiledRows): boolean {
  return motions.targets.length + riders.targets.length + follows.heads.length === 0;
}

/** Whether a sketch is as it is whenever one looks: for the next one the stage is merged only if that one asks for it. */
export function isStill(present: Source | null): boolean {
  return present !== null && present.soft.size === 0 && !present.beneath && standsStill(present.compiled);
}

/** A context of which the stage, and with it what plays, is asked for only where something starts from it. */
export function lateContext({ show, ways }: SourceContext, merged: () => SourceContext): SourceContext {
  let asked: SourceContext | null = null;
  const now = (): SourceContext => (asked ??= merged());
  return {
    ...{ show, ways },
    get merged() {
      return now().merged;
    },
    get playing() {
      return now().playing;
    },
  };
}

function startsOfSketch({ parameters }: CompiledRows, begun: ReadonlyMap<number, Begun>, merged: Float32Array): Float32Array {
  return rowNumbers(parameters, (parameter) => begun.get(parameter)?.from ?? merged[parameter]!);
}

/** The parameters whose motions a sketch has taken up from the stage just now. */
function takenInMotion({ strokes }: Sketch, show: Show, begun: ReadonlyMap<number, Begun>): Set<number> {
  const taken = Object.values(strokes).flatMap(({ who, parts }) =>
    Object.entries(parts).flatMap(([attribute, { motion, takenFrom }]) =>
      motion && takenFrom ? headsOf(who, show).flatMap((head) => parametersOf(head, attribute)) : [],
    ),
  );
  return new Set(taken.filter((parameter) => !begun.has(parameter)));
}

interface Begun {
  /** Seconds from now to when it began, so zero or less. */
  readonly delay: number;
  readonly from: number | undefined;
}
const NOTHING_BEGUN: ReadonlyMap<number, Begun> = new Map();

/** When each parameter that moves in a source began to, and from where. */
function motionStarts({ compiled, startSeconds, from }: Source, t: Seconds): Map<number, Begun> {
  const { parameters, motions, riders, follows, delays } = compiled;
  const starts = new Map<number, Begun>();
  const delayOf = (timing: number): number => startSeconds + delays[timing]! - t;
  motions.targets.forEach((row, at) => starts.set(parameters[row]!, { delay: delayOf(motions.timings[at]!), from: from[row]! }));
  for (const angle of followedAngles(follows))
    starts.set(parameters[angle.row]!, { delay: delayOf(compiled.timing[angle.row]!), from: from[angle.row]! });
  riders.targets.forEach((parameter, at) => starts.set(parameter, { delay: delayOf(riders.timings[at]!), from: undefined }));
  return starts;
}
