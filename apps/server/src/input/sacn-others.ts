import { createSocket, type Socket } from "node:dgram";
import { networkInterfaces } from "node:os";
import { sendsToGroups, type InputLine, type OtherSender, type OutputLine } from "@vexa/core";
import { sacn } from "@vexa/formats";

/** Lists come every ten seconds: who misses two of them is gone. */
const GONE_AFTER_SECONDS = 2.5 * sacn.DISCOVERY_SECONDS;
/** More of them than this are somebody's mistake or attack: those that come later are left out. */
const MOST_SENDERS = 64;

interface Sender {
  name: string;
  readonly pages: Map<number, readonly number[]>;
  heardAt: number;
}

/**
 * Hears who else sends E1.31, and which universes, by what they say of themselves (universe discovery): on the networks that the show's outputs
 * to groups and its inputs from groups use already, and on no other.
 */
export class SacnOthers {
  readonly #cid: Uint8Array;
  readonly #now: () => number;
  readonly #senders = new Map<string, Sender>();
  #wanted: readonly [readonly OutputLine[], readonly InputLine[]] = [[], []];
  #by: string[] = [];
  #socket: Socket | null = null;

  /** `cid`: of our own streams, which aren't listed; `now` in seconds. */
  constructor(of: { cid: Uint8Array; now: () => number }) {
    this.#cid = of.cid;
    this.#now = of.now;
  }

  /** Listens on the networks that are used now. */
  take(outputs: readonly OutputLine[], inputs: readonly InputLine[]): void {
    if (outputs === this.#wanted[0] && inputs === this.#wanted[1]) return;
    this.#wanted = [outputs, inputs];
    const by = [...new Set([...outputs.flatMap(outputBy), ...inputs.flatMap(inputBy)])].sort();
    if (by.join() === this.#by.join()) return;
    this.#by = by;
    this.#socket?.close();
    this.#socket = by.length > 0 ? this.#listen(by) : null;
  }

  heard(): OtherSender[] {
    for (const [cid, { heardAt }] of this.#senders) if (this.#now() - heardAt > GONE_AFTER_SECONDS) this.#senders.delete(cid);
    return [...this.#senders.values()].map(({ name, pages }) => ({
      name,
      universes: [...new Set([...pages.values()].flat())].sort((a, b) => a - b),
    }));
  }

  close(): Promise<void> {
    return new Promise((resolve) => (this.#socket ? this.#socket.close(() => resolve()) : resolve()));
  }

  #listen(by: readonly string[]): Socket {
    const group = sacn.multicastGroup(sacn.DISCOVERY_UNIVERSE);
    const socket = createSocket({ type: "udp4", reuseAddr: true });
    // A port that can't be had, or a network that is gone: nobody is heard there, and the lists of outputs and inputs tell of it.
    socket.on("error", () => undefined);
    socket.on("message", (octets) => this.#hear(octets));
    socket.bind(sacn.SACN_PORT, group, () => {
      for (const address of by)
        try {
          socket.addMembership(group, address);
        } catch {
          // That one is gone; the others are heard.
        }
    });
    return socket;
  }

  #hear(octets: Uint8Array): void {
    const read = sacn.decodeDiscovery(octets);
    if (!read.ok || Buffer.compare(read.value.cid, this.#cid) === 0) return;
    const { cid, sourceName, page, lastPage, universes } = read.value;
    const key = Buffer.from(cid).toString("hex");
    const known = this.#senders.get(key);
    if (!known && this.#senders.size >= MOST_SENDERS) return;
    const sender: Sender = known ?? { name: sourceName, pages: new Map<number, readonly number[]>(), heardAt: 0 };
    Object.assign(sender, { name: sourceName, heardAt: this.#now() });
    sender.pages.set(page, universes);
    for (const old of sender.pages.keys()) if (old > lastPage) sender.pages.delete(old);
    this.#senders.set(key, sender);
  }
}

function outputBy(output: OutputLine): string[] {
  if (!sendsToGroups(output)) return [];
  return (networkInterfaces()[output.leavesBy ?? ""] ?? []).flatMap(({ family, address: own }) => (family === "IPv4" ? [own] : []));
}

function inputBy({ on, multicast, address }: InputLine): string[] {
  return on && multicast ? [address] : [];
}
