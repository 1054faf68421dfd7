import { EventEmitter } from "node:events";
import pg from "pg";

/** The advisory lock of whoever leads the show of a database: two numbers of our own. */
export const LOCK = [0x5645, 1] as const;

/** Whether this one has the lock, another one has it, or the database doesn't say. */
export type Standing = "ours" | "another's" | "unknown";

/** Where whoever leads is found. */
export interface Leader {
  readonly link: string | null;
  readonly port: number | null;
}

const ANSWER_MS = 1000;

/**
 * The lock in the database that one Vexa of several holds: it leads. The lock is held as long as the connection is; the database gives it
 * to nobody else before. `lost` tells that the connection broke, which says nothing of who leads.
 */
export class Leadership extends EventEmitter<{ lost: [] }> {
  readonly #url: string;
  #client: pg.Client | null = null;
  #pid: number | null = null;
  #holds = false;

  constructor(url: string) {
    super();
    this.#url = url;
  }

  /** The database's process that holds the lock; null while it isn't held. */
  get pid(): number | null {
    return this.#holds ? this.#pid : null;
  }

  /** Takes the lock if nobody has it. */
  async take(): Promise<Standing> {
    if (this.#holds) return "ours";
    const rows = await this.#ask<{ ours: boolean }>(`SELECT pg_try_advisory_lock($1, $2) AS ours`, [...LOCK]);
    if (!rows) return "unknown";
    this.#holds = rows[0]!.ours;
    return this.#holds ? "ours" : "another's";
  }

  /** Null when nobody has ever led here, or the database doesn't answer. */
  async leader(): Promise<Leader | null> {
    return (await this.#ask<Leader>(`SELECT "link", "port" FROM "show" LIMIT 1`, []))?.[0] ?? null;
  }

  async close(): Promise<void> {
    const client = this.#client;
    this.#forget(client);
    await client?.end().catch(() => undefined);
  }

  async #ask<Row>(sql: string, values: unknown[]): Promise<Row[] | null> {
    const client = await this.#connected();
    if (!client) return null;
    try {
      return (await client.query(sql, values)).rows as Row[];
    } catch {
      return null;
    }
  }

  async #connected(): Promise<pg.Client | null> {
    if (this.#client) return this.#client;
    const client = new pg.Client({
      connectionString: this.#url,
      connectionTimeoutMillis: ANSWER_MS,
      query_timeout: ANSWER_MS,
      keepAlive: true,
    });
    client.on("error", () => this.#forget(client));
    client.on("end", () => this.#forget(client));
    try {
      await client.connect();
      const { rows } = await client.query<{ pid: number }>("SELECT pg_backend_pid() AS pid");
      this.#pid = rows[0]!.pid;
      this.#client = client;
      return client;
    } catch {
      void client.end().catch(() => undefined);
      return null;
    }
  }

  #forget(client: pg.Client | null): void {
    if (client !== this.#client || client === null) return;
    this.#client = null;
    const held = this.#holds;
    this.#holds = false;
    if (held) this.emit("lost");
  }
}
