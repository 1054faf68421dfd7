import type { Showing } from "../show/trace";
import { homeCounts } from "./home-share";
import { layRow, raise, ruleOf, saidRoom, saidStage, shareOf, type SaidRoom } from "./lay-rows";
import { SKETCH_RANK, type Source } from "./source";
import type { TracedStage } from "./trace";

/** Nobody says anything of a parameter: it is at home, or left behind. */
export const NOBODY = -1;
/** A master of a group lights it. */
export const GROUP_LIGHT = -2;

/** A level of nothing, where the highest counts, hides nothing and is hidden by nothing. */
function offersAnything(source: Source, row: number): boolean {
  const rule = ruleOf(source, row);
  if (shareOf(source, rule) === 0) return false;
  return rule === "replaces" || (rule === "highest" ? source.rowValue(row) > 0 : source.rowValue(row) < 1);
}

/** Rows that are looked at before others get a turn. */
const ROWS_A_STEP = 4000;

/** How much of each running playback shows, and which parameters aren't at home although nobody says anything of them. */
export interface WhoShows {
  readonly showings: readonly Showing[];
  readonly left: readonly number[];
}

/**
 * Room for one such work at a time. Kept from work to work: it is asked for several times a second, and megabytes that were made anew each
 * time had the heap collected every few seconds, for up to two frames.
 */
export interface WhoShowsRoom extends SaidRoom {
  readonly rest: Float32Array;
  /** By parameter the index of the source that decides it, NOBODY or GROUP_LIGHT. */
  readonly wins: Int32Array;
}

export function whoShowsRoom(parameters: number): WhoShowsRoom {
  return { ...saidRoom(parameters), rest: new Float32Array(parameters), wins: new Int32Array(parameters) };
}

/**
 * Works out who decides each parameter and so who hides whom, in steps: it is for hints, and frames come first. What changes between
 * two steps is seen by the next work.
 */
export function* whoShows({ stack, overlay, rest: restNow, ways }: TracedStage, room: WhoShowsRoom): Generator<void, WhoShows> {
  const { rest, wins } = room;
  rest.set(restNow);
  wins.fill(NOBODY);
  const on = saidStage(rest, homeCounts(stack.order, ways), ways, room);
  overlay.lit.parameters.forEach((parameter, at) => {
    if (raise(parameter, on, { value: 1, share: overlay.lit.levels[at]!, rule: "highest" })) wins[parameter] = GROUP_LIGHT;
  });
  const { order, playing } = stack;
  let looked = 0;
  for (const [index, source] of order.entries()) {
    const { parameters } = source.compiled;
    for (let row = 0; row < parameters.length; row++) {
      if (layRow(source, row, on)) wins[parameters[row]!] = index;
      if (++looked % ROWS_A_STEP === 0) yield;
    }
  }
  const showings: Showing[] = [];
  for (const source of playing) {
    if (source.lettingGo) continue;
    showings.push(showingOf(source, order, wins));
    looked += source.compiled.parameters.length;
    if (looked > ROWS_A_STEP) {
      looked = 0;
      yield;
    }
  }
  const left: number[] = [];
  for (let parameter = 0; parameter < wins.length; parameter++)
    if (wins[parameter] === NOBODY && on.rest[parameter] !== ways.home[parameter]) left.push(parameter);
  return { showings, left };
}

/** What of a running playback shows; what rides on others always does. */
function showingOf(source: Source, order: readonly Source[], wins: Int32Array): Showing {
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
  const rides = source.compiled.riders.targets.length;
  const most = [...by].sort((a, b) => b[1] - a[1]).slice(0, 3);
  const forGood = (other: Source): boolean => other.settled && !other.lettingGo && other.rank !== SKETCH_RANK;
  return {
    playbackId: source.id,
    brings: brings + rides,
    shows: shows + rides,
    settled: [...by.keys()].every((index) => index >= 0 && forGood(order[index]!)),
    hiddenBy: most.map(([index]) => (index < 0 ? "light" : order[index]!.id)),
  };
}
