import { createSocket } from "node:dgram";
import osc from "osc";

/** A tracker's words, as the npm package osc writes them, to a port of this machine. */
export class TrackerWords {
  readonly #socket = createSocket("udp4");
  readonly #port: number;

  constructor(port: number) {
    this.#port = port;
  }

  /** Numbers under an address. */
  say(address: string, ...numbers: number[]): void {
    const args = numbers.map((value) => ({ type: "f" as const, value }));
    this.#socket.send(osc.writePacket({ address, args: args as never }, { metadata: true }) as Uint8Array, this.#port, "127.0.0.1");
  }

  close(): void {
    this.#socket.close();
  }
}
