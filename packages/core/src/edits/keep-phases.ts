import { changedId, setChange, type Change } from "../document/transaction";
import { sameJson } from "../document/record";
import { sumOfCycles, type Lead, type Summand } from "../motion/lead";
import { OWN_BPM, type Motion } from "../motion/motion";
import type { Playback, PlaybackState, RunLead } from "../playback/playback";
import type { Preset, PresetParts } from "../preset/preset";
import { clockCount, type ClockCount } from "../playback/speed-master";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { Show } from "../show/show";
import type { Strokes } from "../stroke/stroke";
import type { Seconds } from "../units/units";

/**
 * The changes that go with an edit at time t so that nothing that moves jumps: where the rate or the clock of a motion in a sketch, in a
 * running cue or in a preset is another afterwards, it goes on from the phase where it is. None where nothing of that kind was edited.
 */
export function phaseChanges(before: Show, after: Show, { changes, t }: { changes: readonly Change[]; t: Seconds }): Change[] {
  const ids = new Set(changes.filter(({ op }) => op === "set").map(changedId));
  return [...ids].flatMap((id): Change[] => {
    const [was, is] = [before.records.get(id), after.records.get(id)];
    if (was?.kind === "sketch" && is?.kind === "sketch")
      return strokeLeads(is.id, [was.strokes, is.strokes], { before, after, t, run: null });
    if (was?.kind === "cue" && is?.kind === "cue") {
      const run = runOf(before, was.listId);
      return run ? strokeLeads(is.id, [was.strokes, is.strokes], { before, after, t, run }) : [];
    }
    if (was?.kind === "preset" && is?.kind === "preset") return presetLeads(was, is, { before, after, t, run: runThatUses(before, is.id) });
    if (was?.kind === "playback" && is?.kind === "playback") return runLead(was, is, { before, after, t });
    return [];
  });
}

interface At {
  readonly before: Show;
  readonly after: Show;
  readonly t: Seconds;
  /** The playback that runs the cue. */
  readonly run: Run | null;
}

interface Run {
  readonly playback: Playback;
  readonly state: PlaybackState;
}

/** The card that runs a list, started last. */
function runOf(show: Show, listId: string): Run | null {
  const runs = show
    .all("playback")
    .filter((playback) => playback.listId === listId)
    .flatMap((playback) => {
      const state = show.playbackState(playback.id);
      return state && state.cueId !== null ? [{ playback, state }] : [];
    });
  return runs.sort((a, b) => b.state.goSeconds - a.state.goSeconds)[0] ?? null;
}

function strokeLeads(id: string, [was, is]: readonly [Strokes, Strokes], at: At): Change[] {
  if (was === is) return [];
  return Object.entries(is).flatMap(([strokeId, { parts }]) =>
    partLeads({ id, path: ["strokes", strokeId, "parts"] }, [was[strokeId]?.parts ?? {}, parts], at),
  );
}

function presetLeads(was: Preset, is: Preset, at: At): Change[] {
  return [
    ...partLeads({ id: is.id, path: ["universal"] }, [was.universal, is.universal], at),
    ...Object.entries(is.perProfile).flatMap(([profileId, parts]) =>
      partLeads({ id: is.id, path: ["perProfile", profileId] }, [was.perProfile[profileId] ?? {}, parts], at),
    ),
  ];
}

/**
 * The run on whose clock a preset's motions go on where they name none: a sketch that uses it has none; else that of the running cue
 * started last. Where several use it on several clocks only one of them can go on.
 */
function runThatUses(show: Show, presetId: string): Run | null {
  const uses = (strokes: Strokes): boolean =>
    Object.values(strokes).some(({ parts }) => Object.values(parts).some(({ presets }) => presets?.ids.includes(presetId)));
  if (show.all("sketch").some(({ strokes }) => uses(strokes))) return null;
  const runs = show.all("cue").flatMap(({ id, listId, strokes }) => {
    const run = uses(strokes) ? runOf(show, listId) : null;
    return run?.state.cueId === id ? [run] : [];
  });
  return runs.sort((a, b) => b.state.goSeconds - a.state.goSeconds)[0] ?? null;
}

function partLeads(
  { id, path }: { id: string; path: readonly string[] },
  [was, is]: readonly [PresetParts, PresetParts],
  at: At,
): Change[] {
  if (was === is) return [];
  return Object.keys(is).flatMap((attribute): Change[] => {
    const [from, to] = [was[attribute]?.motion, is[attribute]!.motion];
    if (!from || !to || from === to || from.kind !== to.kind) return [];
    const lead = drives(from) === drives(to) ? from.lead : leadFor(from, to, { ...at, attribute });
    if (sameJson(lead, to.lead)) return [];
    return [setChange(id, [...path, attribute, "motion", "lead"], { from: to.lead, to: lead })];
  });
}

/** Everything on which the count of a motion depends. */
function drives({ rate, masterId, ownBpm }: Motion): string {
  return JSON.stringify([rate, masterId, ownBpm ?? OWN_BPM]);
}

function leadFor(from: Motion, to: Motion, { before, after, t, run, attribute }: At & { attribute: Attribute }): Lead {
  const { family } = attributeInfo(attribute);
  const count = (show: Show, motion: Motion): number => {
    const masterId = motion.masterId ?? run?.playback.masterId ?? null;
    const driven = { family, ownBpm: motion.ownBpm ?? OWN_BPM };
    const counted = clockCount(show.get("master", masterId), masterId === null ? null : show.masterState(masterId), driven, t);
    const ofRun = motion.masterId === null ? run?.state.lead : undefined;
    return beatsOf(counted, driven.ownBpm) + (ofRun ? ofRun.beats + (ofRun.ownSeconds * driven.ownBpm) / 60 : 0);
  };
  const sum: Summand[] = [
    { fan: from.rate, times: count(before, from) },
    { fan: to.rate, times: -count(after, to) },
  ];
  if (from.lead && stillCounts(before, from, run)) sum.push({ fan: from.lead.cycles, times: 1 });
  return { cycles: sumOfCycles(sum), atSeconds: t };
}

function beatsOf(counted: ClockCount, ownBpm: number): number {
  return "beats" in counted ? counted.beats : (counted.ownSeconds * ownBpm) / 60;
}

/** Not re-synced since, and of this run. */
function stillCounts(show: Show, { masterId, lead }: Motion, run: Run | null): boolean {
  const named = masterId ?? run?.playback.masterId ?? null;
  const resynced = named === null ? undefined : show.masterState(named)?.resyncedSeconds;
  const since = run ? (run.state.runSeconds ?? run.state.goSeconds) : 0;
  return lead!.atSeconds >= since && (resynced ?? -1) <= lead!.atSeconds;
}

/** A card that is given another master while it runs: all of its motions that name none go on from where they are. */
function runLead(was: Playback, is: Playback, { before, after, t }: Omit<At, "run">): Change[] {
  const state = before.playbackState(is.id);
  if (was.masterId === is.masterId || !state || state.cueId === null) return [];
  const count = (show: Show, masterId: string | undefined): ClockCount =>
    clockCount(
      show.get("master", masterId ?? null),
      masterId === undefined ? null : show.masterState(masterId),
      { family: "Intensity", ownBpm: OWN_BPM },
      t,
    );
  const [a, b] = [count(before, was.masterId), count(after, is.masterId)];
  const resynced = was.masterId === undefined ? undefined : before.masterState(was.masterId)?.resyncedSeconds;
  const old = state.lead && (resynced ?? -1) <= state.lead.atSeconds ? state.lead : { beats: 0, ownSeconds: 0 };
  const lead: RunLead = {
    beats: old.beats + ("beats" in a ? a.beats : 0) - ("beats" in b ? b.beats : 0),
    ownSeconds: old.ownSeconds + ("ownSeconds" in a ? a.ownSeconds : 0) - ("ownSeconds" in b ? b.ownSeconds : 0),
    atSeconds: t,
  };
  return [setChange(state.id, ["lead"], { from: state.lead, to: lead })];
}
