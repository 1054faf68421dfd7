import { connect, createServer, type Server, type Socket } from "node:net";

/** Stands between a browser and the server as a venue's network does: every piece comes later, each way, and in order. */
export class DelayingProxy {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();

  private constructor(server: Server) {
    this.#server = server;
  }

  /** `delayMs` each way, more or less by up to `jitterMs`. */
  static async open(target: string, { delayMs, jitterMs }: { delayMs: number; jitterMs: number }): Promise<DelayingProxy> {
    const { hostname, port } = new URL(target);
    const server = createServer((near) => {
      const far = connect(Number(port), hostname);
      for (const [from, to] of [
        [near, far],
        [far, near],
      ] as const) {
        proxy.#sockets.add(from);
        let due = 0;
        const later = (work: () => void): void => {
          due = Math.max(due, performance.now() + delayMs + (2 * Math.random() - 1) * jitterMs);
          setTimeout(work, due - performance.now());
        };
        from.setNoDelay(true);
        from.on("data", (chunk: Buffer) => later(() => to.writable && to.write(chunk)));
        from.on("error", () => to.destroy());
        from.on("close", () => {
          proxy.#sockets.delete(from);
          later(() => to.destroy());
        });
      }
    });
    const proxy = new DelayingProxy(server);
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    return proxy;
  }

  get url(): string {
    return `http://127.0.0.1:${(this.#server.address() as { port: number }).port}`;
  }

  close(): void {
    this.#server.close();
    this.#sockets.forEach((socket) => socket.destroy());
  }
}
