import { createConnection, createServer, type Server, type Socket } from "node:net";

/** Stands between a server and its database on loopback, so that the database can be gone or frozen for that server alone. */
export class DatabaseProxy {
  readonly #server: Server;
  readonly #pairs = new Set<readonly [Socket, Socket]>();
  #state: "here" | "frozen" | "gone" = "here";

  private constructor(server: Server, target: URL) {
    this.#server = server;
    server.on("connection", (near) => {
      if (this.#state === "gone") return void near.destroy();
      const far = createConnection(Number(target.port), target.hostname);
      const pair = [near, far] as const;
      this.#pairs.add(pair);
      const end = (): void => {
        near.destroy();
        far.destroy();
        this.#pairs.delete(pair);
      };
      for (const [from, to] of [pair, [far, near] as const]) {
        from.on("error", end);
        from.on("close", end);
        from.on("data", (chunk) => void to.write(chunk));
      }
      if (this.#state === "frozen") pair.forEach((socket) => socket.pause());
    });
  }

  /** Returns the proxy and the address through it. */
  static async open(databaseUrl: string): Promise<{ proxy: DatabaseProxy; url: string }> {
    const url = new URL(databaseUrl);
    const server = createServer();
    const proxy = new DatabaseProxy(server, new URL(databaseUrl));
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    url.port = String((server.address() as { port: number }).port);
    return { proxy, url: url.toString() };
  }

  /** `frozen`: connections stay and nothing comes through; `gone`: they break, and no new ones come about. */
  set(state: "here" | "frozen" | "gone"): void {
    this.#state = state;
    for (const pair of this.#pairs)
      pair.forEach((socket) => {
        if (state === "gone") socket.destroy();
        else if (state === "frozen") socket.pause();
        else socket.resume();
      });
  }

  close(): void {
    this.set("gone");
    this.#server.close();
  }
}
