import type { HealthSample } from "@vexa/core";

/** Ten minutes, a sample a second. */
const MOST = 600;

/** What went on in the last ten minutes, second by second, and what had to be begun again since the start. */
export class HealthBook {
  #samples: HealthSample[] = [];
  #lateFrames = 0;
  readonly #ended: { readonly part: "stage" | "web"; readonly why: string; readonly atMs: number }[] = [];

  add(sample: HealthSample): void {
    this.#samples = [...this.#samples.slice(1 - MOST), sample];
    this.#lateFrames += sample.lateFrames;
  }

  addEnded(ended: { readonly part: "stage" | "web"; readonly why: string; readonly atMs: number }): void {
    this.#ended.unshift(ended);
    this.#ended.splice(50);
  }

  get samples(): readonly HealthSample[] {
    return this.#samples;
  }
  get latest(): HealthSample | null {
    return this.#samples.at(-1) ?? null;
  }
  get ended(): readonly { readonly part: "stage" | "web"; readonly why: string; readonly atMs: number }[] {
    return this.#ended;
  }
  /** Since the web server was started. */
  get lateFrames(): number {
    return this.#lateFrames;
  }
}
