import { framesPerSecond, positionAt, timecodeAt, type Seconds, type TimecodeRate, type TimePlace } from "@vexa/core";
import { mtc, osc } from "@vexa/formats";

/** Quarter frames of a running time, each when it is due; eight of them make a time, which is that of the first. */
export class TimecodeSender {
  readonly #rate: TimecodeRate;
  readonly #out: (packet: Uint8Array) => void;
  #place: TimePlace = { positionSeconds: 0, atSeconds: 0, running: false };
  /** The next quarter frame, counted from 0:00:00:00; a time begins with every eighth. */
  #next = 0;

  constructor(rate: TimecodeRate, out: (packet: Uint8Array) => void) {
    this.#rate = rate;
    this.#out = out;
  }

  get running(): boolean {
    return this.#place.running;
  }

  positionAt(t: Seconds): Seconds {
    return positionAt(this.#place, t);
  }

  run(positionSeconds: Seconds, t: Seconds): void {
    this.#place = { positionSeconds, atSeconds: t, running: true };
    this.#next = Math.ceil(positionSeconds * this.#perSecond);
  }

  stop(t: Seconds): void {
    this.stand(this.positionAt(t));
  }

  /** Says where it stands, without running. */
  stand(positionSeconds: Seconds): void {
    this.#place = { positionSeconds, atSeconds: 0, running: false };
    this.#say(mtc.encodeFullFrame(timecodeAt(positionSeconds, this.#rate)));
  }

  /** Sends what has become due by t. */
  send(t: Seconds): void {
    if (!this.running) return;
    for (const until = this.positionAt(t) * this.#perSecond; this.#next <= until; this.#next++) {
      const piece = this.#next % 8;
      const first = timecodeAt((this.#next - piece) / this.#perSecond, this.#rate);
      this.#say(mtc.encodeQuarterFrames(first)[piece]!);
    }
  }

  get #perSecond(): number {
    return 4 * framesPerSecond(this.#rate);
  }

  #say(octets: Uint8Array): void {
    this.#out(osc.encode({ address: "/vexa/mtc", arguments: [{ type: "b", value: octets }] }));
  }
}
