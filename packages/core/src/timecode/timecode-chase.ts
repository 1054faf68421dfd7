import type { Seconds } from "../units/units";
import { positionAt, type TimePlace } from "./time-place";

/** A time that was heard. */
export interface Reading {
  readonly positionSeconds: Seconds;
  readonly running: boolean;
}

/** What the chase makes of what it hears: `jump` when cues have to be found anew, `steady` when only the count is put right. */
export interface ChaseAct {
  readonly how: "jump" | "steady";
  readonly place: TimePlace;
}

/** Readings that are further off than this are a jump, if the next one says the same. */
const JUMP_SECONDS = 0.3;
/** Mean error at which the count is put right. Below it lies the jitter of cables and of the network. */
const DRIFT_SECONDS = 0.02;
const SMOOTHING = 0.15;
/** After so long without a reading the source has stopped. Common practice: a freewheel of one to two seconds. */
export const FREEWHEEL_SECONDS = 1.5;

/**
 * Follows a source of time that jitters, loses messages, jumps and stops. It runs on by itself between readings, goes on for
 * FREEWHEEL_SECONDS when none come, and believes a jump only when two readings agree on it.
 */
export class TimecodeChase {
  #place: TimePlace = { positionSeconds: 0, atSeconds: 0, running: false };
  #heardAt: Seconds | null = null;
  #error = 0;
  /** A reading that didn't fit, until the next one says the same or not. */
  #doubt: TimePlace | null = null;

  get place(): TimePlace {
    return this.#place;
  }

  /** When it will have run dry if nothing more is heard; null while it stands. */
  get dryAtSeconds(): Seconds | null {
    return this.#place.running && this.#heardAt !== null ? this.#heardAt + FREEWHEEL_SECONDS : null;
  }

  hear({ positionSeconds, running }: Reading, t: Seconds): ChaseAct | null {
    const heard: TimePlace = { positionSeconds, atSeconds: t, running };
    // A source that says where it stands is believed at once.
    if (!running) {
      this.#heardAt = null;
      const same = !this.#place.running && Math.abs(this.#place.positionSeconds - positionSeconds) < 1e-6;
      return same ? null : this.#take(heard, "jump");
    }
    this.#heardAt = t;
    const error = positionSeconds - positionAt(this.#place, t);
    if (this.#place.running && Math.abs(error) <= JUMP_SECONDS) {
      this.#doubt = null;
      this.#error += (error - this.#error) * SMOOTHING;
      if (Math.abs(this.#error) < DRIFT_SECONDS) return null;
      return this.#take({ ...heard, positionSeconds: positionSeconds - error + this.#error }, "steady");
    }
    const agrees = this.#doubt !== null && Math.abs(positionSeconds - positionAt(this.#doubt, t)) <= JUMP_SECONDS;
    if (agrees) return this.#take(heard, "jump");
    this.#doubt = heard;
    return null;
  }

  /** Stops when nothing was heard for too long. */
  look(t: Seconds): ChaseAct | null {
    const dry = this.dryAtSeconds;
    if (dry === null || t < dry) return null;
    this.#heardAt = null;
    return this.#take({ positionSeconds: positionAt(this.#place, t), atSeconds: t, running: false }, "steady");
  }

  #take(place: TimePlace, how: ChaseAct["how"]): ChaseAct {
    this.#place = place;
    this.#error = 0;
    this.#doubt = null;
    return { how, place };
  }
}
