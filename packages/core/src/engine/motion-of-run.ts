import { OWN_BPM, type Motion } from "../motion/motion";
import { sumOfCycles, type Summand } from "../motion/lead";
import type { Playback, PlaybackState } from "../playback/playback";
import type { Part } from "../stroke/stroke";

/**
 * A part as it runs on a card, for a sketch, which has neither master nor run: a motion that names no master goes by the card's, is ahead by
 * what the run as a whole is ahead, and not by what counted before the run began.
 */
export function partOfRun(part: Part, { playback, state }: { readonly playback: Playback; readonly state: PlaybackState }): Part {
  const { motion } = part;
  if (!motion) return part;
  const { lead, ...still } = motion;
  const shared = motion.masterId === null ? state.lead : undefined;
  const kept = lead && lead.atSeconds >= (state.runSeconds ?? state.goSeconds) ? lead : undefined;
  const sum: Summand[] = [];
  if (kept) sum.push({ fan: kept.cycles, times: 1 });
  if (shared) sum.push({ fan: motion.rate, times: shared.beats + (shared.ownSeconds * (motion.ownBpm ?? OWN_BPM)) / 60 });
  const atSeconds = Math.max(kept?.atSeconds ?? 0, shared?.atSeconds ?? 0);
  const running: Motion = { ...still, masterId: motion.masterId ?? playback.masterId ?? null };
  return { ...part, motion: sum.length === 0 ? running : { ...running, lead: { cycles: sumOfCycles(sum), atSeconds } } };
}
