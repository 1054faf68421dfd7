import type { Seconds } from "../units/units";
import { PACE_NOTCHES } from "./pace";

/** So near to a notch, in parts of the track, a hand is caught by it. */
const CATCH = 0.018;
const LAST = PACE_NOTCHES.length - 1;

/** Where a time lies along the track, 0..1: the notches stand at equal distances, and what is longer than the last stands at the end. */
export function paceAt(seconds: Seconds): number {
  const above = PACE_NOTCHES.findIndex((notch) => notch >= seconds);
  if (above < 0) return 1;
  if (above === 0) return 0;
  const [low, high] = [PACE_NOTCHES[above - 1]!, PACE_NOTCHES[above]!];
  return (above - 1 + (seconds - low) / (high - low)) / LAST;
}

/** The time at a place of the track, to a hundredth of a second; near a notch the notch's. */
export function paceOf(at: number): Seconds {
  const place = Math.min(1, Math.max(0, at)) * LAST;
  const nearest = Math.round(place);
  if (Math.abs(place - nearest) / LAST <= CATCH) return PACE_NOTCHES[nearest]!;
  const below = Math.floor(place);
  const [low, high] = [PACE_NOTCHES[below]!, PACE_NOTCHES[below + 1]!];
  return Math.round((low + (high - low) * (place - below)) * 100) / 100;
}
