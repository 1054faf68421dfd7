import type { DarkAhead } from "@vexa/core";
import type { EngineHost } from "../engine-host/engine-host";
import type { Door } from "./door";

/**
 * Sends dark heads ahead to where their next cue lights them, each when it has been dark for as long as its list wants. What is dark comes
 * from the engine, which knows what others light.
 */
export class MoveDark {
  readonly #door: Door;
  readonly #now: () => number;
  /** Since when each head is dark, by card and cue to come. */
  #since = new Map<string, ReadonlyMap<string, number>>();
  #timer: NodeJS.Timeout | null = null;
  #latest: readonly DarkAhead[] = [];

  constructor(door: Door, host: Pick<EngineHost, "on">, now: () => number) {
    this.#door = door;
    this.#now = now;
    host.on("dark", (dark) => this.#hear(dark));
  }

  stop(): void {
    if (this.#timer) clearTimeout(this.#timer);
  }

  #hear(dark: readonly DarkAhead[]): void {
    const now = this.#now();
    this.#since = new Map(
      dark.map((one) => {
        const before = this.#since.get(keyOf(one));
        return [keyOf(one), new Map(one.heads.map((head) => [head, before?.get(head) ?? now]))];
      }),
    );
    this.#latest = dark;
    this.#look();
  }

  /** Sends who has waited, and waits for who comes next. */
  #look(): void {
    if (this.#timer) clearTimeout(this.#timer);
    const now = this.#now();
    let next = Infinity;
    for (const one of this.#latest) {
      const { playbackId, cueId, moves } = one;
      const state = this.#door.show.playbackState(playbackId);
      const gone = state?.ahead?.cueId === cueId ? state.ahead.starts : {};
      const dues = one.heads
        .filter((head) => gone[head] === undefined)
        .map((head) => ({ head, at: this.#since.get(keyOf(one))!.get(head)! + moves.afterSeconds }));
      const heads = dues.filter(({ at }) => at <= now + 0.001).map(({ head }) => head);
      for (const { at } of dues) if (at > now + 0.001) next = Math.min(next, at);
      const person = this.#door.show.get("person", state?.personId) ?? this.#door.show.all("person").find(({ role }) => role === "lead");
      if (heads.length > 0 && person) void this.#door.play(person, { type: "move-ahead", playbackId, cueId, heads }, undefined);
    }
    this.#timer = next === Infinity ? null : setTimeout(() => this.#look(), Math.max(1, (next - now) * 1000));
  }
}

const keyOf = ({ playbackId, cueId }: DarkAhead): string => `${playbackId} ${cueId}`;
