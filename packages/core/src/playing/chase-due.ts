import type { Chase, Cue } from "../cue/cue";
import type { PlaybackState } from "../playback/playback";
import { seededRandom } from "../random/random";
import { beatsAt } from "../tempo/tempo-clock";
import type { Seconds } from "../units/units";
import type { CardDue } from "./due";
import type { Show } from "../show/show";

/**
 * The next step of a chase: a beat of its own tempo after the last one, or the next beat of its speed master; it fades in over its part of
 * the step. Null when its rounds are over or its master is held.
 */
export function chaseDue(show: Show, state: PlaybackState, { chase, cues }: { chase: Chase; cues: readonly Cue[] }): CardDue | null {
  const steps = (state.steps ?? 0) + 1;
  if (cues.length < 2 || (chase.rounds !== undefined && steps >= chase.rounds * roundOf(chase, cues.length))) return null;
  const beat = nextBeat(show, state, chase);
  const next = nextStep(cues, state, chase);
  if (!beat || !next) return null;
  const seconds = beat.stepSeconds * chase.fadePart;
  return { atSeconds: beat.at, command: { type: "go", playbackId: state.playbackId, cueId: next.id, seconds, steps } };
}

/** Steps of a round: there and back shows the first and the last once each. */
function roundOf({ direction }: Chase, count: number): number {
  return direction === "there-and-back" ? Math.max(2, 2 * count - 2) : count;
}

/** So near to a beat a go counts as on it: its next step is a whole beat later. */
const ON_BEAT = 0.1;

function nextBeat(show: Show, state: PlaybackState, chase: Chase): { at: Seconds; stepSeconds: Seconds } | null {
  const from = state.goSeconds + (state.heldSeconds ?? 0);
  const masterState = chase.masterId === null ? null : show.masterState(chase.masterId);
  const tempo = chase.masterId === null ? null : show.tempo(chase.masterId);
  if (!tempo || masterState?.released) {
    const stepSeconds = 60 / chase.bpm;
    return { at: from + stepSeconds, stepSeconds };
  }
  const perSecond = tempo.running === "held" ? 0 : (tempo.bpm * tempo.scale) / 60;
  if (perSecond <= 0) return null;
  const beats = beatsAt(tempo, from);
  const target = Math.floor(beats + ON_BEAT) + 1;
  return { at: from + (target - beats) / perSecond, stepSeconds: 1 / perSecond };
}

function nextStep(cues: readonly Cue[], state: PlaybackState, { direction }: Chase): Cue | undefined {
  const count = cues.length;
  const at = cues.findIndex(({ id }) => id === state.cueId);
  const before = cues.findIndex(({ id }) => id === state.previousCueId);
  switch (direction) {
    case "forward":
      return cues[(at + 1) % count];
    case "backward":
      return cues[(at - 1 + count) % count];
    case "there-and-back": {
      const back = at === count - 1 || (at > 0 && before > at);
      return cues[back ? at - 1 : at + 1];
    }
    case "random": {
      // The dice fall by the moment of the step: the same everywhere, and never the same cue twice running. Nor at once the one before, but
      // of three that would leave one, and always go round the same way.
      const others = cues.filter((_, index) => index !== at && (count <= 3 || index !== before));
      return others[Math.floor(seededRandom(Math.round(state.goSeconds * 1000))() * others.length)];
    }
  }
}
