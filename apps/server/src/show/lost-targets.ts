import { targetsLostChanged } from "@vexa/core";
import type { Door } from "./door";

/** So soon it is noted that a target is lost, or heard again: what its heads do then takes seconds. */
const LOOK_EVERY_MS = 100;

/** Takes note of targets of which nothing is heard any more, and of those that are heard again, so that their heads do what is asked for then. */
export class LostTargets {
  readonly #timer: NodeJS.Timeout;
  #asking = false;

  constructor(door: Door, now: () => number) {
    this.#timer = setInterval(() => {
      if (this.#asking || !targetsLostChanged(door.show, now())) return;
      const lead = door.show.all("person").find(({ role }) => role === "lead");
      if (!lead) return;
      this.#asking = true;
      void door.play(lead, { type: "target-watch" }, undefined).finally(() => (this.#asking = false));
    }, LOOK_EVERY_MS);
    this.#timer.unref();
  }

  stop(): void {
    clearInterval(this.#timer);
  }
}
