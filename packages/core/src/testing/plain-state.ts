import type { Cue } from "../cue/cue";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import { contextWith, type ResolveContext, type Row } from "../stroke/row";

/**
 * The state of a list at a cue as one would first write it: all cues from the first on, each over what was there, whatever it is about.
 * Written a second time, to check the engine's own. 2-model.md section 7.
 */
export function plainState(
  show: Show,
  { cues, cueId, reaches }: { cues: readonly Cue[]; cueId: string } & Pick<ResolveContext, "reaches">,
): Row[] {
  const there = cues.findIndex(({ id }) => id === cueId);
  let stage: (Row | undefined)[] = [];
  for (const [index, cue] of cues.entries()) {
    if (index > there) break;
    // Nothing is carried into a block.
    if (cue.block === true) stage = [];
    if (cue.cueOnly === true && index < there) continue;
    const beneath = stage;
    const some = beneath.some((row) => row !== undefined);
    const present = (parameter: number): number | null => beneath[parameter]?.value ?? null;
    const { rows } = resolve(cue.strokes, contextWith(show, { reaches, ...(some ? { present } : {}) }));
    for (const row of rows) stage[row.parameter] = over(stage[row.parameter], index < there ? carried(row) : row);
  }
  return stage.filter((row) => row !== undefined);
}

/** A value takes the place of what was there; what only adds goes on top of it. */
function over(there: Row | undefined, row: Row): Row {
  if (row.value !== null || there === undefined) return row;
  // What takes the value's place moves about another middle then.
  const shifted = there.motions.map((motion) =>
    motion.relative ? motion : { ...motion, low: motion.low + row.nudge, middle: motion.middle + row.nudge },
  );
  const [fade, delay] = [row.fade !== null || row.fadePart !== undefined, row.delay !== null || row.delayPart !== undefined];
  return {
    ...(there.value === null ? { value: null, nudge: there.nudge + row.nudge } : { value: there.value + row.nudge, nudge: 0 }),
    parameter: row.parameter,
    fade: fade ? row.fade : there.fade,
    delay: delay ? row.delay : there.delay,
    ...partOf("fadePart", fade ? row : there),
    ...partOf("delayPart", delay ? row : there),
    motions: [...shifted, ...row.motions],
  };
}

function partOf(name: "fadePart" | "delayPart", { [name]: part }: Row): Partial<Pick<Row, "fadePart" | "delayPart">> {
  return part === undefined ? {} : { [name]: part };
}

/** What came with an earlier cue: no times of its own, sizes there at once, what counts has run. */
function carried({ parameter, value, nudge, motions }: Row): Row {
  const run = motions.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
  return { parameter, value, nudge, fade: null, delay: null, motions: run };
}
