import { createSocket } from "node:dgram";
import osc from "osc";

/** A tracker's words, as the npm package osc writes them, or in OTP, to a port of this machine. */
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

  /** Where a point of system 1, group 1 is, in OTP: a transform message written octet by octet (E1.59, from memory), in millimetres. */
  sayPoint(point: number, ...place: [number, number, number]): void {
    const packet = Buffer.alloc(79 + 18 + 24 + 6 + 13);
    packet.write("OTP-E1.59", 0, "latin1");
    packet.writeUInt16BE(1, 12);
    for (const [at, end] of [
      [14, 16],
      [81, 83],
      [99, 101],
      [123, 125],
    ] as const)
      packet.writeUInt16BE(packet.length - end, at);
    packet.writeUInt16BE(1, 79);
    packet[83] = 1;
    packet.writeUInt16BE(1, 97);
    packet[101] = 100;
    packet.writeUInt16BE(1, 102);
    packet.writeUInt32BE(point, 104);
    packet.writeBigUInt64BE(BigInt(Math.round(performance.now() * 1000)), 108);
    packet.writeUInt16BE(1, 125);
    packet[127] = 0x80;
    place.forEach((metres, axis) => packet.writeInt32BE(Math.round(metres * 1000), 128 + 4 * axis));
    this.#socket.send(packet, this.#port, "127.0.0.1");
  }

  close(): void {
    this.#socket.close();
  }
}
