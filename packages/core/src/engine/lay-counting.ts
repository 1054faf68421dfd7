import { ruleOf, shareOf } from "./lay-rows";
import type { LaidStage, Stretch } from "./laid-stage";
import { MIXED } from "./runs";
import type { Source } from "./source";

/** What the rows of a piece say, not rounded: the account of who covers what goes on from there. */
const said = new Float64Array(1024);

/** Rows at which it counts who covers how much; the arithmetic is that of `layRow`, which is what traces show. Allocates nothing. */
export function layCounting(source: Source, stretch: Stretch, stage: LaidStage): void {
  const end = stretch.row + stretch.length;
  while (stretch.row < end) {
    const count = countAlike(source, stretch.row, end);
    say(source, stretch, count);
    const rule = ruleOf(source, stretch.row);
    stretch.share[0] = shareOf(source, rule);
    if (rule === "replaces") replace(stretch, count, stage);
    else if (rule === "highest") raise(stretch, count, stage);
    else lower(stretch, count, stage);
    stretch.row += count;
    stretch.parameter += count;
  }
}

/** How many rows from here on are laid by one rule, as far as there is room. */
function countAlike(source: Source, row: number, end: number): number {
  const most = end - row < said.length ? end - row : said.length;
  const { adds, htpRows } = source;
  const { parameters } = source.compiled;
  if (row < htpRows) return htpRows - row < most ? htpRows - row : most;
  if (adds === null) return most;
  const way = adds[parameters[row]!]!;
  let count = 1;
  while (count < most && adds[parameters[row + count]!] === way) count++;
  return count;
}

function say(source: Source, { row, timing }: Stretch, count: number): void {
  const { from, progress, settled } = source;
  const { to, timing: timings } = source.compiled;
  if (!settled && (source.beneath !== null || source.travel.size > 0))
    for (let at = 0; at < count; at++) said[at] = source.rowValue(row + at);
  else if (settled) for (let at = 0; at < count; at++) said[at] = to[row + at]!;
  else
    for (let at = 0; at < count; at++) {
      const done = progress[timing === MIXED ? timings[row + at]! : timing]!;
      const start = done < 1 ? from[row + at]! : 0;
      said[at] = start + (to[row + at]! - start) * done;
    }
}

function replace({ parameter, share: shares }: Stretch, count: number, { values, cover: { covered } }: LaidStage): void {
  const share = shares[0]!;
  for (let at = 0; at < count; at++) {
    const beneath = values[parameter + at]!;
    const before = covered[parameter + at]!;
    values[parameter + at] = share === 1 ? said[at]! : beneath + (said[at]! - beneath) * share;
    covered[parameter + at] = before + (1 - before) * share;
  }
}

function raise({ parameter, share: shares }: Stretch, count: number, { values, cover: { covered, home } }: LaidStage): void {
  const share = shares[0]!;
  for (let at = 0; at < count; at++) {
    const before = covered[parameter + at]!;
    const rest = home[parameter + at]!;
    const there = values[parameter + at]! - rest * (1 - before);
    const offered = said[at]! * share;
    const after = before > share ? before : share;
    values[parameter + at] = (there > offered ? there : offered) + rest * (1 - after);
    covered[parameter + at] = after;
  }
}

function lower({ parameter, share: shares }: Stretch, count: number, { values, cover: { covered, home } }: LaidStage): void {
  const share = shares[0]!;
  for (let at = 0; at < count; at++) {
    const before = covered[parameter + at]!;
    const rest = 1 - home[parameter + at]!;
    const there = 1 - values[parameter + at]! - rest * (1 - before);
    const offered = (1 - said[at]!) * share;
    const after = before > share ? before : share;
    values[parameter + at] = 1 - ((there > offered ? there : offered) + rest * (1 - after));
    covered[parameter + at] = after;
  }
}
