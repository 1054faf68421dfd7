import { TimecodeChase, type ChaseAct, type Person, type PlayCommand, type TimecodeRate } from "@vexa/core";
import { mtc } from "@vexa/formats";
import type { Door } from "../show/door";

/** MIDI Time Code that comes in, as changes of the show: only starts, stops, jumps and corrections become any. */
export class TimecodeInput {
  readonly #door: Pick<Door, "play">;
  readonly #now: () => number;
  readonly #reader = new mtc.MtcReader();
  readonly #chase = new TimecodeChase();
  #rate: TimecodeRate = "25";
  #dry: NodeJS.Timeout | null = null;
  /** The device that was heard last. */
  #actor: Person | null = null;

  constructor(door: Pick<Door, "play">, now: () => number) {
    this.#door = door;
    this.#now = now;
  }

  /** One MIDI message of a device. Others than those of time code are left out. */
  hear(octets: Uint8Array, actor: Person): void {
    this.#actor = actor;
    const heard = this.#reader.take(octets);
    if (!heard) return;
    this.#rate = heard.timecode.rate;
    this.#act(this.#chase.hear(heard, this.#now()));
    this.#waitForSilence();
  }

  stop(): void {
    if (this.#dry) clearTimeout(this.#dry);
    this.#dry = null;
  }

  #waitForSilence(): void {
    const dry = this.#chase.dryAtSeconds;
    if (dry === null || this.#dry) return;
    this.#dry = setTimeout(
      () => {
        this.#dry = null;
        this.#act(this.#chase.look(this.#now()));
        this.#waitForSilence();
      },
      Math.max(1, (dry - this.#now()) * 1000),
    );
  }

  #act(act: ChaseAct | null): void {
    if (!act || !this.#actor) return;
    const { positionSeconds, running, atSeconds } = act.place;
    const command: PlayCommand = { type: "timecode", positionSeconds, running, rate: this.#rate, how: act.how };
    void this.#door.play(this.#actor, command, atSeconds);
  }
}
