import { createSocket, type Socket } from "node:dgram";
import { EventEmitter } from "node:events";
import type { AddressInfo } from "node:net";
import { osc } from "@vexa/formats";

const FADERS = 8;
const LISTEN_EVERY_MS = 10_000;

export const WING_FADERS: readonly string[] = Array.from({ length: FADERS }, (_, index) => `fader-${index + 1}`);
export const WING_BUTTONS: readonly string[] = Array.from({ length: FADERS }, (_, index) => `button-${index + 1}`);

interface WingEvents {
  /** A motor or a light was moved from outside. */
  told: [name: string, position: number];
}

/** A wing of eight motor faders and eight lit buttons that speaks OSC with the server on loopback. */
export class SimulatedWing extends EventEmitter<WingEvents> {
  /** Where faders stand and whether buttons are lit, 0..1. */
  readonly positions = new Map<string, number>([...WING_FADERS, ...WING_BUTTONS].map((name) => [name, 0]));
  readonly #socket: Socket;
  readonly #serverPort: number;
  readonly #again: NodeJS.Timeout;

  private constructor(socket: Socket, serverPort: number) {
    super();
    this.#socket = socket;
    this.#serverPort = serverPort;
    socket.on("message", (packet) => this.#hear(packet));
    socket.on("error", () => undefined);
    this.#listen();
    this.#again = setInterval(() => this.#listen(), LISTEN_EVERY_MS);
  }

  static async open(serverPort: number): Promise<SimulatedWing> {
    const socket = createSocket("udp4");
    await new Promise<void>((resolve, reject) => {
      socket.once("error", reject);
      socket.bind(0, "127.0.0.1", () => resolve());
    });
    return new SimulatedWing(socket, serverPort);
  }

  /** A hand moves a fader to 0..1. */
  move(name: string, position: number): void {
    this.positions.set(name, position);
    this.#send(`/vexa/control/${name}`, position);
  }

  /** A finger presses a button or leaves it. Its light is the server's business. */
  press(name: string, how: "down" | "up"): void {
    this.#send(`/vexa/control/${name}`, how === "down" ? 1 : 0);
  }

  close(): Promise<void> {
    clearInterval(this.#again);
    return new Promise((resolve) => this.#socket.close(() => resolve()));
  }

  #listen(): void {
    this.#send("/vexa/listen", (this.#socket.address() as AddressInfo).port);
  }

  #send(address: string, value: number): void {
    this.#socket.send(osc.encode({ address, arguments: [{ type: "f", value }] }), this.#serverPort, "127.0.0.1");
  }

  #hear(packet: Uint8Array): void {
    const messages = osc.decode(packet);
    if (!messages.ok) return;
    for (const message of messages.value) {
      const name = /^\/vexa\/control\/(.+)$/.exec(message.address)?.[1];
      const position = osc.numberOf(message);
      if (name === undefined || position === null || !this.positions.has(name)) continue;
      this.positions.set(name, position);
      this.emit("told", name, position);
    }
  }
}
