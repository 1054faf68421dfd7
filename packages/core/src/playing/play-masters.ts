import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { GLIDE_SECONDS, masterStateIdOf, MOST_JUMPS, tempoOf, type Jump, type MasterState } from "../playback/speed-master";
import { beatsAt, TempoClock } from "../tempo/tempo-clock";
import type { Seconds } from "../units/units";
import type { Show } from "../show/show";

/** What people do with speed masters. A re-sync glides positions to where they belong, unless it is asked `at once`. */
export type MasterCommand =
  | { readonly type: "tap" | "hold" | "run" | "release" | "take"; readonly masterId: string }
  | { readonly type: "resync"; readonly masterId: string; readonly how?: "at once" }
  | { readonly type: "resync-all"; readonly how?: "at once" }
  | { readonly type: "bpm"; readonly masterId: string; readonly bpm: number }
  | { readonly type: "scale"; readonly masterId: string; readonly factor: number };

/** What a command comes to at t; `hand` is when it was done by the clock of who did it. */
export function masterChanges(show: Show, command: MasterCommand, t: Seconds, hand: Seconds = t): Result<Change[]> {
  if (command.type === "resync-all") {
    const each = show.all("master").map(({ id }) => masterChanges(show, { ...command, type: "resync", masterId: id }, t));
    return ok(each.flatMap((one) => (one.ok ? one.value : [])));
  }
  const master = show.get("master", command.masterId);
  if (!master) return fail("record.unknown", { what: "speed master" });
  const present = show.masterState(master.id);
  const clock = new TempoClock(tempoOf(master, present));
  const before = clock.state;
  switch (command.type) {
    case "tap":
      clock.tap(t, hand);
      break;
    case "resync": {
      clock.resync(t);
      const jump: Jump = { atSeconds: t, from: { beats: beatsAt(before, t) }, toBeats: 0 };
      const state = present ?? newState(master.id, before);
      // While it is released nothing follows its count, so nothing has to glide.
      const jumps = state.released ? state.jumps : command.how === "at once" ? [] : jumpsWith(state, jump);
      return ok(stateChanges(state, present, { tempo: clock.state, jumps, resyncedSeconds: t }));
    }
    case "hold":
      clock.hold(t);
      break;
    case "run":
      clock.go(t);
      break;
    case "bpm":
      clock.setBpm(command.bpm, t);
      break;
    case "scale":
      clock.scale(command.factor, t);
      break;
    case "release":
    case "take":
      return ok(releaseChanges(present ?? newState(master.id, before), { present, command: command.type, t }));
  }
  const state = present ?? newState(master.id, before);
  return ok(stateChanges(state, present, { tempo: clock.state }));
}

function newState(masterId: string, tempo: MasterState["tempo"]): MasterState {
  return { id: masterStateIdOf(masterId), kind: "masterState", version: 1, masterId, tempo };
}

/** Letting what a master drives run at its own speed from the phase where it is, and taking it back. */
function releaseChanges(
  state: MasterState,
  { present, command, t }: { present: MasterState | null; command: "release" | "take"; t: Seconds },
): Change[] {
  const { released } = state;
  if ((command === "release") === (released !== undefined)) return [];
  if (command === "release") return stateChanges(state, present, { released: { atSeconds: t, beats: beatsAt(state.tempo, t) } });
  const from = { releasedSeconds: released!.atSeconds, releasedBeats: released!.beats };
  const jumps = jumpsWith(state, { atSeconds: t, from, toBeats: beatsAt(state.tempo, t) });
  return stateChanges(state, present, { released: undefined, jumps });
}

/** The jumps that still count, with one more. */
function jumpsWith({ jumps = [] }: MasterState, jump: Jump): Jump[] {
  const glides = jumps.filter(({ atSeconds }) => jump.atSeconds - atSeconds < MOST_JUMPS * GLIDE_SECONDS);
  return [...glides.slice(1 - MOST_JUMPS), jump];
}

type Next = { readonly [K in "tempo" | "released" | "jumps" | "resyncedSeconds"]?: MasterState[K] | undefined };

function stateChanges(state: MasterState, present: MasterState | null, next: Next): Change[] {
  if (!present) return [{ op: "add", record: { ...state, ...next } }];
  return (Object.keys(next) as (keyof Next)[])
    .filter((field) => present[field] !== next[field])
    .map((field) => setChange(state.id, [field], { from: present[field], to: next[field] }));
}
