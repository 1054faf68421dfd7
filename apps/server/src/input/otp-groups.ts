import { createSocket, type RemoteInfo, type Socket } from "node:dgram";
import type { Logger } from "pino";
import type { Target } from "@vexa/core";
import { otp } from "@vexa/formats";

/** Hears the multicast groups of the OTP systems whose points the show's targets are, at one of this machine's addresses. */
export class OtpGroups {
  readonly #address: string;
  readonly #hear: (packet: Uint8Array, from: RemoteInfo) => void;
  readonly #log: Logger;
  readonly #sockets = new Map<number, Socket>();
  #targets: readonly Target[] = [];

  constructor(of: { address: string; hear: (packet: Uint8Array, from: RemoteInfo) => void; log: Logger }) {
    this.#address = of.address;
    this.#hear = of.hear;
    this.#log = of.log;
  }

  /** Joins and leaves groups as the targets say. */
  take(targets: readonly Target[]): void {
    if (targets === this.#targets) return;
    this.#targets = targets;
    const systems = new Set(targets.flatMap((target) => (target.otp ? [target.otp.system] : [])));
    for (const [system, socket] of this.#sockets)
      if (!systems.has(system)) {
        socket.close();
        this.#sockets.delete(system);
      }
    for (const system of systems) if (!this.#sockets.has(system)) this.#sockets.set(system, this.#join(system));
  }

  async close(): Promise<void> {
    await Promise.all([...this.#sockets.values()].map((socket) => new Promise<void>((resolve) => socket.close(() => resolve()))));
    this.#sockets.clear();
  }

  #join(system: number): Socket {
    const group = otp.multicastGroup(system);
    const trouble = (error: unknown): void => this.#log.warn({ err: error }, `OTP system ${system} isn't heard at ${this.#address}`);
    const socket = createSocket({ type: "udp4", reuseAddr: true, recvBufferSize: 1024 * 1024 });
    socket.on("error", trouble);
    socket.on("message", this.#hear);
    // Bound to the group: nothing else that comes to this port is heard.
    socket.bind(otp.OTP_PORT, group, () => {
      try {
        socket.addMembership(group, this.#address);
      } catch (error) {
        trouble(error);
      }
    });
    return socket;
  }
}
