import { createSocket, type RemoteInfo, type Socket } from "node:dgram";
import { networkInterfaces } from "node:os";
import { sameJson, staysHere, type OutputLine, type OutputNode } from "@vexa/core";
import { artnet } from "@vexa/formats";
import { ownAddress } from "./own-address";

/** Art-Net 4 (from memory): controllers ask every 2.5 to 3 s. Who has missed three of them is gone. */
const ASK_EVERY_MS = 2500;
const GONE_AFTER_SECONDS = 8;
/** More of them than this are somebody's mistake or attack: those that come later are left out, and so are more questions a second. */
const MOST_NODES = 256;
const MOST_ANSWERS_A_SECOND = 20;

interface Place {
  readonly address: string;
  readonly port: number;
  /** This machine's own address there: nothing is heard beyond that network. */
  readonly own: string;
}

/**
 * Asks where the show's Art-Net outputs go who is there, and answers others that ask: on the networks that these outputs use already, and on no
 * other. Nodes answer to Art-Net's own port, or to the one that asked.
 */
export class ArtnetNodes {
  readonly #now: () => number;
  readonly #nodes = new Map<string, OutputNode & { readonly heardAt: number }>();
  #wanted: readonly OutputLine[] = [];
  #places: readonly Place[] = [];
  #sockets: readonly (readonly [Socket, readonly Place[]])[] = [];
  #asks: NodeJS.Timeout | null = null;
  #answers = { second: 0, count: 0 };

  /** `now` in seconds. */
  constructor(now: () => number) {
    this.#now = now;
  }

  take(outputs: readonly OutputLine[]): void {
    if (outputs === this.#wanted) return;
    this.#wanted = outputs;
    const places = outputs.flatMap(placeOf);
    if (sameJson(places, this.#places)) return;
    this.#places = places;
    this.#end();
    if (places.length === 0) return;
    // Nodes at Art-Net's own port answer to that port; others to the one that asked.
    const heardAt = ({ port, own }: Place): string => `${own} ${port === artnet.ARTNET_PORT ? port : 0}`;
    const groups = new Map(places.map((place) => [heardAt(place), places.filter((other) => heardAt(other) === heardAt(place))]));
    this.#sockets = [...groups].map(([at, group]) => [this.#open(group, Number(at.split(" ")[1])), group]);
    this.#asks = setInterval(() => this.#ask(), ASK_EVERY_MS);
    this.#asks.unref();
  }

  /** Those who answered lately, by address. */
  heard(): OutputNode[] {
    for (const [key, { heardAt }] of this.#nodes) if (this.#now() - heardAt > GONE_AFTER_SECONDS) this.#nodes.delete(key);
    return [...this.#nodes.entries()]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([, { address, name, report, universes }]) => ({ address, name, report, universes }));
  }

  close(): void {
    this.#end();
  }

  #end(): void {
    if (this.#asks) clearInterval(this.#asks);
    this.#asks = null;
    for (const [socket] of this.#sockets) socket.close();
    this.#sockets = [];
    this.#nodes.clear();
  }

  #open(places: readonly Place[], port: number): Socket {
    const socket = createSocket({ type: "udp4", reuseAddr: true });
    // A port that can't be had, or a network that is gone: nobody is heard there; the outputs tell of it themselves.
    socket.on("error", () => undefined);
    socket.on("message", (octets, from) => this.#hear(octets, from, socket));
    socket.bind(port, places[0]!.own, () => {
      if (places.some(({ address }) => address.endsWith(".255"))) socket.setBroadcast(true);
      this.#ask();
    });
    return socket;
  }

  #ask(): void {
    const poll = artnet.encodePoll();
    for (const [socket, places] of this.#sockets)
      for (const { address, port } of places)
        try {
          socket.send(poll, port, address, () => undefined);
        } catch {
          // It isn't bound yet, or not any more: the next question comes soon.
        }
  }

  #hear(octets: Uint8Array, from: RemoteInfo, socket: Socket): void {
    const kind = artnet.kindOf(octets);
    if (kind === "poll") return this.#answer(from, socket);
    const read = kind === "poll-reply" ? artnet.decodeReply(octets) : null;
    if (!read?.ok) return;
    const { name, longName, report, portAddresses, part } = read.value;
    const key = `${from.address} ${String(part).padStart(3, "0")}`;
    if (!this.#nodes.has(key) && this.#nodes.size >= MOST_NODES) return;
    this.#nodes.set(key, { address: from.address, name: name || longName, report, universes: portAddresses, heardAt: this.#now() });
  }

  /** Tells others who is here; a question of our own that comes back as everybody's isn't answered. */
  #answer(from: RemoteInfo, socket: Socket): void {
    const own = ownAddresses();
    if (from.port === socket.address().port && own.includes(from.address)) return;
    const second = Math.floor(this.#now());
    if (second !== this.#answers.second) this.#answers = { second, count: 0 };
    if (++this.#answers.count > MOST_ANSWERS_A_SECOND) return;
    const answer = artnet.encodeReply({
      address: socket.address().address.split(".").map(Number),
      port: socket.address().port,
      name: "Vexa",
      longName: "Vexa, lighting control",
    });
    socket.send(answer, from.port, from.address, () => undefined);
  }
}

/** Where an output's nodes are asked; nowhere where the interface by which it leaves is gone. */
function placeOf({ on, protocol, address, port, leavesBy }: OutputLine): Place[] {
  if (!on || protocol !== "Art-Net") return [];
  const own = staysHere(address) ? "127.0.0.1" : ownAddress(leavesBy);
  return own === undefined ? [] : [{ address, port: port ?? artnet.ARTNET_PORT, own }];
}

function ownAddresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((all = []) =>
    all.flatMap(({ family, address }) => (family === "IPv4" ? [address] : [])),
  );
}
