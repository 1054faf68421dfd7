import type { Bpm, Seconds } from "../units/units";
import { MAX_BPM, MIN_BPM } from "./tempo-clock";

/** Pulses per quarter note of the MIDI clock. Source: MIDI 1.0. */
export const CLOCK_PULSES = 24;
const MOST_PULSES = 48;
/** A silence as long as this starts afresh. */
const PAUSE_SECONDS = 0.5;

/** The tempo of a stream of clock pulses: the line of least squares through the last two beats. */
export class ClockTempo {
  #times: Seconds[] = [];

  /** A pulse at t. The tempo once a whole beat is in, and null until then or while it is outside 1..600 BPM. */
  pulse(t: Seconds): Bpm | null {
    const last = this.#times.at(-1);
    if (last !== undefined && (t - last > PAUSE_SECONDS || t <= last)) this.#times = [];
    this.#times.push(t);
    if (this.#times.length > MOST_PULSES + 1) this.#times.shift();
    if (this.#times.length <= CLOCK_PULSES) return null;
    const bpm = 60 / (CLOCK_PULSES * this.#interval());
    return bpm >= MIN_BPM && bpm <= MAX_BPM ? bpm : null;
  }

  #interval(): Seconds {
    const times = this.#times;
    const centre = (times.length - 1) / 2;
    let rise = 0;
    let run = 0;
    for (let pulse = 0; pulse < times.length; pulse++) {
      rise += (pulse - centre) * (times[pulse]! - times[0]!);
      run += (pulse - centre) ** 2;
    }
    return rise / run;
  }
}
