import type { Showing } from "../show/trace";
import { layRow, raise, ruleOf, shareOf, type CoveredStage } from "./lay-rows";
import { SKETCH_RANK, type Source } from "./source";
import type { TracedStage } from "./trace";

/** Nobody says anything of a parameter: it is at home, or left behind. */
export const NOBODY = -1;
/** A master of a group lights it. */
export const GROUP_LIGHT = -2;

/** For each parameter the index in the stack's order of the source that decides it. */
export function winners({ stack, overlay, rest }: Pick<TracedStage, "stack" | "overlay" | "rest">): Int32Array {
  const on: CoveredStage = { values: rest.slice(), cover: { covered: new Float32Array(rest.length), home: rest } };
  const wins = new Int32Array(rest.length).fill(NOBODY);
  overlay.lit.parameters.forEach((parameter, at) => {
    if (raise(parameter, on, { value: 1, share: overlay.lit.levels[at]!, rule: "highest" })) wins[parameter] = GROUP_LIGHT;
  });
  stack.order.forEach((source, index) => {
    const { parameters } = source.compiled;
    for (let row = 0; row < parameters.length; row++) if (layRow(source, row, on)) wins[parameters[row]!] = index;
  });
  return wins;
}

/** A level of nothing, where the highest counts, hides nothing and is hidden by nothing. */
function offersAnything(source: Source, row: number): boolean {
  const rule = ruleOf(source, row);
  if (shareOf(source, rule) === 0) return false;
  return rule === "replaces" || (rule === "highest" ? source.rowValue(row) > 0 : source.rowValue(row) < 1);
}

/** What of each running playback shows; those that ride on others always do. */
export function showings(stage: TracedStage): Showing[] {
  const wins = winners(stage);
  const { order } = stage.stack;
  return stage.stack.playing.flatMap((source) => {
    if (source.lettingGo) return [];
    const own = order.indexOf(source);
    const by = new Map<number, number>();
    let [brings, shows] = [0, 0];
    source.compiled.parameters.forEach((parameter, row) => {
      if (!offersAnything(source, row)) return;
      brings++;
      const winner = wins[parameter]!;
      if (winner === own) shows++;
      else by.set(winner, (by.get(winner) ?? 0) + 1);
    });
    shows += source.compiled.riders.targets.length;
    brings += source.compiled.riders.targets.length;
    const most = [...by].sort((a, b) => b[1] - a[1]).slice(0, 3);
    const forGood = (source: Source): boolean => source.settled && !source.lettingGo && source.rank !== SKETCH_RANK;
    const settled = [...by.keys()].every((index) => index >= 0 && forGood(order[index]!));
    return [{ playbackId: source.id, brings, shows, settled, hiddenBy: most.map(([index]) => (index < 0 ? "light" : order[index]!.id)) }];
  });
}

/** Parameters that aren't at home although nobody says anything of them. */
export function leftBehind(stage: TracedStage): number[] {
  const wins = winners(stage);
  return [...wins.keys()].filter((parameter) => wins[parameter] === NOBODY && stage.rest[parameter] !== stage.ways.home[parameter]);
}
