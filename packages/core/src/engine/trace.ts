import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import type { Curtains } from "./curtains";
import { encodeSlots } from "./slots";
import type { HighlightOverlay } from "./highlight-overlay";
import type { Trace, TraceLink, TraceStep } from "../show/trace";
import { homeCounts } from "./home-share";
import { layRow, raise, ruleOf, saidStage, shareOf, shownAt } from "./lay-rows";
import { ridden as riddenOn } from "./riders";
import type { RigWays } from "./rig-ways";
import { bendOf, bent } from "./output-bends";
import { scalersOf, SLOTS } from "./output-map";
import type { SlotTests } from "./slot-tests";
import type { Source } from "./source";
import type { Stack } from "./stack";
import { intensitiesOf, type StageOverlay } from "./stage-overlay";

/** What the engine holds for a trace. */
export interface TracedStage {
  readonly show: Show;
  readonly stack: Stack;
  readonly overlay: StageOverlay;
  readonly highlight: HighlightOverlay;
  readonly ways: RigWays;
  readonly rest: Float32Array;
  readonly curtains: Curtains;
  readonly tests: SlotTests;
  readonly t: Seconds;
}

/** The chain of one parameter as of the last merge, by the code that renders. */
export function traceOf(parameter: number, stage: TracedStage): Trace {
  const { show, rest } = stage;
  const { links, winner, steps, end } = chainOf(parameter, stage);
  let leaves = leavesAs(parameter, end, stage);
  const bend = bendOf(parameter, show);
  if (bend) steps.push({ what: "bent", name: bend.words, before: end, after: leaves });
  for (const dimmer of scalersOf(show.rig, parameter)) {
    const before = leaves;
    leaves *= leavesAs(dimmer, chainOf(dimmer, stage).end, stage);
    steps.push({ what: "dimmer", before, after: leaves });
  }
  const { channel, place } = show.rig.parameters[parameter]!;
  const patched = show.rig.patches.universes[place]! > 0 && channel.slots.length > 0;
  const octets = patched ? encodeSlots(leaves, channel.slots.length * 8) : [];
  const tested = testedSlots(parameter, octets, stage);
  if (tested) steps.push({ what: "test", name: tested.name, before: leaves, after: leaves });
  return { parameter, rest: rest[parameter]!, links, winner, steps, value: end, slots: tested?.slots ?? octets };
}

/** Who says what, and what comes of it until it leaves. */
function chainOf(parameter: number, stage: TracedStage): { links: TraceLink[]; winner: string | null; steps: TraceStep[]; end: number } {
  const { stack, ways, rest } = stage;
  const on = saidStage(rest, homeCounts(stack.order, ways), ways);
  const value = (): number => shownAt(on, parameter);
  const links: TraceLink[] = [];
  let winner: string | null = null;
  for (const { sourceId, level } of lightsOf(parameter, stage)) {
    const before = value();
    if (raise(parameter, on, { value: 1, share: level, rule: "highest" })) winner = sourceId;
    links.push({ ...SAYS_NOTHING, sourceId, says: 1, share: level, rule: "highest", rank: -1, before, after: value() });
  }
  for (const source of stack.order) {
    const { parameters, riders } = source.compiled;
    const row = parameters.indexOf(parameter);
    if (row < 0 && !riders.targets.includes(parameter)) continue;
    const before = value();
    if (row >= 0 && layRow(source, row, on)) winner = source.id;
    links.push({ ...linkOf(source, row, parameter), before, after: value() });
  }
  const merged = ridden(parameter, { value: value(), links, stack, htpCount: ways.htpCount });
  const steps = stepsOf(parameter, merged, stage);
  return { links, winner, steps, end: steps.at(-1)?.after ?? merged };
}

/** What is worked out for a parameter, as it leaves before any dimmer. */
function leavesAs(parameter: number, value: number, stage: TracedStage): number {
  const bend = bendOf(parameter, stage.show);
  if (!bend) return value;
  // Where pan and tilt are swapped, each leaves as the other.
  return Math.fround(bent(bend, bend.from === parameter ? value : chainOf(bend.from, stage).end));
}

/** The octets with those that somebody holds in their place; null = nobody does. */
function testedSlots(
  parameter: number,
  octets: readonly number[],
  { show, tests, t }: TracedStage,
): { slots: number[]; name: string } | null {
  const { channel, place } = show.rig.parameters[parameter]!;
  const universe = show.rig.universes.indexOf(show.rig.patches.universes[place]!);
  const first = universe * SLOTS + show.rig.patches.addresses[place]! - 2;
  const held = octets.map((_, at) => tests.at(first + channel.slots[at]!, t));
  const by = held.find((each) => each !== null);
  if (!by) return null;
  return { slots: octets.map((octet, at) => held[at]?.value ?? octet), name: show.get("person", by.personId)?.name ?? "somebody" };
}

const SAYS_NOTHING = { rides: null, phases: [], follows: [], lettingGo: false } as const;

function linkOf(source: Source, row: number, parameter: number): Omit<TraceLink, "before" | "after"> {
  const { id: sourceId, rank, lettingGo } = source;
  const rule = row < 0 ? "replaces" : ruleOf(source, row);
  const says = row < 0 ? null : source.rowValue(row);
  return {
    sourceId,
    rank,
    lettingGo,
    rule,
    says,
    rides: null,
    phases: source.motions.phasesOf(row, parameter),
    follows: source.follows.followsOf(row),
    share: shareOf(source, rule),
  };
}

/** Adds what rides, each to its link. */
function ridden(parameter: number, of: { value: number; links: TraceLink[]; stack: Stack; htpCount: number }): number {
  let value = of.value;
  let any = false;
  for (const source of of.stack.order) {
    const { targets } = source.compiled.riders;
    targets.forEach((target, at) => {
      if (target !== parameter) return;
      any = true;
      const adds = riddenOn(source, at, { value, htpCount: of.htpCount }) - value;
      value = Math.fround(value + adds);
      const index = of.links.findIndex(({ sourceId }) => sourceId === source.id);
      of.links[index] = { ...of.links[index]!, rides: (of.links[index]!.rides ?? 0) + adds };
    });
  }
  return any ? Math.min(1, Math.max(0, value)) : value;
}

function lightsOf(parameter: number, { show, ways }: TracedStage): { sourceId: string; level: number }[] {
  return show.all("groupMaster").flatMap((master) => {
    const level = master.how === "lights" ? show.groupMasterLevel(master) : 0;
    return level > 0 && intensitiesOf(master, show, ways).includes(parameter) ? [{ sourceId: `light ${master.id}`, level }] : [];
  });
}

function stepsOf(parameter: number, merged: number, { show, overlay, highlight, ways, curtains, t }: TracedStage): TraceStep[] {
  const steps: TraceStep[] = [];
  let value = merged;
  const step = (what: TraceStep["what"], after: number, name?: string): void => {
    steps.push({ what, ...(name === undefined ? {} : { name }), before: value, after: Math.fround(after) });
    value = Math.fround(after);
  };
  const lit = highlight.parameters.indexOf(parameter);
  if (lit >= 0) step("highlight", highlight.values[lit]!);
  if (ways.dims[parameter] === 1) {
    // Factors are multiplied first, as the engine does, so that the last step says what leaves.
    const unscaled = value;
    let factor = 1;
    const scale = (what: TraceStep["what"], by: number, name?: string): void => {
      factor = Math.fround(factor * by);
      if (by !== 1) step(what, unscaled * factor, name);
    };
    for (const master of show.all("groupMaster"))
      if (master.how === "scales" && show.groupMasterLevel(master) !== 1 && intensitiesOf(master, show, ways).includes(parameter))
        scale("group", show.groupMasterLevel(master), master.name);
    if (show.stageState?.blackout) scale("blackout", 0);
    else scale("master", show.stageState?.grandMaster ?? 1);
  }
  const parked = overlay.parked.parameters.indexOf(parameter);
  if (parked >= 0) step("parked", overlay.parked.values[parked]!);
  if (overlay.dark.includes(parameter)) step("out of service", 0);
  for (const { personId, after } of curtains.over(parameter, t))
    step("curtain", after(value), show.get("person", personId)?.name ?? "somebody");
  return steps;
}
