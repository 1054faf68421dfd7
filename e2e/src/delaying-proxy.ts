import { connect, createServer, type Server, type Socket } from "node:net";

/** Stands between a browser and the server as a venue's network does: every piece comes later, each way, and in order. */
export class DelayingProxy {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();
  #cut = false;

  private constructor(server: Server) {
    this.#server = server;
  }

  /** `delayMs` each way, more or less by up to `jitterMs`. */
  static async open(target: string, { delayMs, jitterMs }: { delayMs: number; jitterMs: number }): Promise<DelayingProxy> {
    const { hostname, port } = new URL(target);
    const server = createServer((near) => {
      if (proxy.#cut) return near.destroy();
      const far = connect(Number(port), hostname);
      for (const [from, to] of [
        [near, far],
        [far, near],
      ] as const) {
        proxy.#sockets.add(from);
        const later = inOrder(() => delayMs + (2 * Math.random() - 1) * jitterMs);
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

  /** Nothing comes through any more, until it is mended. */
  cut(): void {
    this.#cut = true;
    this.#sockets.forEach((socket) => socket.destroy());
  }

  mend(): void {
    this.#cut = false;
  }

  close(): void {
    this.#server.close();
    this.#sockets.forEach((socket) => socket.destroy());
  }
}

/** Does things as late as told, and none before the one in front of it. */
function inOrder(delayMs: () => number): (work: () => void) => void {
  const waiting: { due: number; work: () => void }[] = [];
  let timer: NodeJS.Timeout | null = null;
  const serve = (): void => {
    timer = null;
    while (waiting[0] && waiting[0].due <= performance.now()) waiting.shift()!.work();
    if (waiting[0]) timer = setTimeout(serve, waiting[0].due - performance.now());
  };
  return (work) => {
    waiting.push({ due: performance.now() + delayMs(), work });
    timer ??= setTimeout(serve, Math.max(0, waiting[0]!.due - performance.now()));
  };
}
