/** A client's clock is believed when it is as near ours as this. */
const NEAR_SECONDS = 1;

/** Show seconds of a touch by the clock of who did it, which is as exact as the finger, not as the network; `asked`: what the client says. */
export function handSeconds(asked: number | undefined, now: number): number {
  return asked !== undefined && Math.abs(asked - now) < NEAR_SECONDS ? asked : now;
}
