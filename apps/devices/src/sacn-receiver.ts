import { ok, type Result } from "@vexa/core";
import { sacn } from "@vexa/formats";

/** A source is forgotten when it hasn't been heard for so long (E1.31 network data loss timeout, from memory). */
const DATA_LOSS_MS = 2500;
const SLOTS = 512;

interface Source {
  readonly name: string;
  readonly priority: number;
  readonly sequence: number;
  readonly slots: Uint8Array;
  readonly heardMs: number;
}

/** What a universe shows: the merged levels and who sends them. */
export interface ReceivedUniverse {
  readonly universe: number;
  readonly levels: Uint8Array;
  readonly sources: readonly string[];
  readonly priority: number;
}

/**
 * What a node on the network does with E1.31: keeps the newest packet of each source, takes the highest priority, merges
 * equals by HTP, and lets go of sources that end their stream or fall silent. Preview data is left out. Times in ms.
 */
export class SacnReceiver {
  readonly #universes = new Map<number, Map<string, Source>>();

  /** Takes a packet; an error says why it was left out. Late packets are left out silently. */
  hear(packet: Uint8Array, nowMs: number): Result<null> {
    const decoded = sacn.decode(packet);
    if (!decoded.ok) return decoded;
    const { universe, cid, options, startCode, sequence, sourceName, priority, slots } = decoded.value;
    if (startCode !== 0 || (options & sacn.OPTIONS.preview) !== 0) return ok(null);
    const sources = this.#universes.get(universe) ?? new Map<string, Source>();
    const id = [...cid].join(".");
    if ((options & sacn.OPTIONS.terminated) !== 0) {
      sources.delete(id);
      if (sources.size === 0) this.#universes.delete(universe);
      return ok(null);
    }
    const before = sources.get(id);
    if (before && nowMs - before.heardMs < DATA_LOSS_MS && !sacn.inSequence(before.sequence, sequence)) return ok(null);
    sources.set(id, { name: sourceName, priority, sequence, slots: slots.slice(), heardMs: nowMs });
    this.#universes.set(universe, sources);
    return ok(null);
  }

  /** All universes that are heard now, rising. */
  universes(nowMs: number): ReceivedUniverse[] {
    return [...this.#universes]
      .flatMap(([universe, all]) => {
        const alive = [...all.values()].filter(({ heardMs }) => nowMs - heardMs < DATA_LOSS_MS);
        const priority = Math.max(...alive.map((source) => source.priority));
        const winners = alive.filter((source) => source.priority === priority);
        return winners.length === 0 ? [] : [{ universe, levels: highest(winners), sources: winners.map(({ name }) => name), priority }];
      })
      .sort((a, b) => a.universe - b.universe);
  }
}

function highest(sources: readonly Source[]): Uint8Array {
  const levels = new Uint8Array(SLOTS);
  for (const { slots } of sources) slots.forEach((level, slot) => (levels[slot] = Math.max(levels[slot]!, level)));
  return levels;
}
