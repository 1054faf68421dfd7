import { TimecodeChase, type ChaseAct } from "@vexa/core";
import { mtc } from "@vexa/formats";
import type { ShowClient } from "../session/show-client";

const LOOK_EVERY_MS = 250;

/** MIDI Time Code that this browser hears, told to the server when it starts, stops, jumps or has to be put right. */
export class TimecodeEar {
  readonly #client: ShowClient;
  readonly #reader = new mtc.MtcReader();
  readonly #chase = new TimecodeChase();
  #rate: mtc.HeardTime["timecode"]["rate"] = "25";
  #looking = 0;

  constructor(client: ShowClient) {
    this.#client = client;
  }

  hear(octets: Uint8Array, t: number): void {
    const heard = this.#reader.take(octets);
    if (!heard) return;
    this.#rate = heard.timecode.rate;
    this.#act(this.#chase.hear(heard, t));
    if (this.#looking === 0) this.#looking = window.setInterval(() => this.#look(), LOOK_EVERY_MS);
  }

  #look(): void {
    this.#act(this.#chase.look(this.#client.now()));
    if (this.#chase.dryAtSeconds !== null) return;
    window.clearInterval(this.#looking);
    this.#looking = 0;
  }

  #act(act: ChaseAct | null): void {
    if (!act) return;
    const { positionSeconds, running, atSeconds } = act.place;
    this.#client.play({ type: "timecode", positionSeconds, running, rate: this.#rate, how: act.how }, atSeconds);
  }
}
