import type { AddressInfo } from "node:net";
import type { Server, TLSSocket } from "node:tls";
import { Wire } from "../stage/wire";
import { sealedServer } from "./sealed";
import type { ToStandby } from "./standby-messages";

const BEAT_EVERY_MS = 250;
/** Whoever is so far behind is let go, and begins anew. */
const MOST_WAITING = 64 * 1024 * 1024;

export interface StandbyServerOptions {
  readonly host: string;
  /** 0 takes a free one. */
  readonly port: number;
  readonly secret: string;
  /** The show as it stands, for somebody who comes; null while there is none. */
  readonly stands: () => Extract<ToStandby, { type: "stands" }> | null;
  /** Show time. */
  readonly now: () => number;
}

/** At the engine that leads: lets others follow all that it writes down. It waits for none of them. */
export class StandbyServer {
  readonly #options: StandbyServerOptions;
  readonly #server: Server;
  readonly #wires = new Set<Wire>();
  readonly #beat: NodeJS.Timeout;

  private constructor(options: StandbyServerOptions) {
    this.#options = options;
    this.#server = sealedServer(options.secret, (socket) => this.#take(socket));
    this.#beat = setInterval(() => this.say({ type: "beat", now: options.now() }), BEAT_EVERY_MS).unref();
  }

  static async open(options: StandbyServerOptions): Promise<StandbyServer> {
    const server = new StandbyServer(options);
    await new Promise<void>((resolve, reject) => {
      server.#server.once("error", reject);
      server.#server.listen(options.port, options.host, resolve);
    });
    return server;
  }

  /** "127.0.0.1:40123". */
  get address(): string {
    const { port } = this.#server.address() as AddressInfo;
    return `${this.#options.host}:${port}`;
  }

  get followers(): number {
    return this.#wires.size;
  }

  say(message: ToStandby): void {
    for (const wire of this.#wires)
      if (wire.waiting > MOST_WAITING) wire.close();
      else wire.send(message);
  }

  /** The show is another one, or was read anew: all begin again. */
  anew(): void {
    for (const wire of this.#wires) this.#welcome(wire);
  }

  async close(): Promise<void> {
    clearInterval(this.#beat);
    this.say({ type: "leaves" });
    for (const wire of this.#wires) wire.end();
    await new Promise<void>((resolve) => this.#server.close(() => resolve()));
  }

  #take(socket: TLSSocket): void {
    socket.setNoDelay(true);
    const wire: Wire = new Wire(socket, { heard: () => undefined, closed: () => this.#wires.delete(wire) });
    this.#wires.add(wire);
    this.#welcome(wire);
  }

  #welcome(wire: Wire): void {
    const stands = this.#options.stands();
    if (stands) wire.send(stands);
  }
}
