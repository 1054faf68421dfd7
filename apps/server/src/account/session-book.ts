import { createHash } from "node:crypto";
import { EventEmitter } from "node:events";
import type { Pool } from "pg";
import type { SessionLine } from "@vexa/core";

interface StoredSession {
  readonly sid: string;
  readonly since: number;
  readonly agent: string;
}

/** The browsers in which people are signed in. Ends live connections together with the sign-in that opened them. */
export class SessionBook extends EventEmitter<{ ended: [sid: string]; locked: [sid: string, locked: boolean] }> {
  readonly #pool: Pool;

  constructor(pool: Pool) {
    super();
    this.#pool = pool;
  }

  /** A person's sessions, the latest first. Their ids are made from the cookies' but aren't those. */
  async of(personId: string, ownSid: string): Promise<SessionLine[]> {
    const rows = await this.#read(personId);
    return rows
      .map(({ sid, since, agent }) => ({ id: publicId(sid), since, agent, own: sid === ownSid }))
      .sort((a, b) => b.since - a.since);
  }

  /** Ends one session of a person; false when there is none such. */
  async end(personId: string, id: string): Promise<boolean> {
    const found = (await this.#read(personId)).find(({ sid }) => publicId(sid) === id);
    if (found) await this.#delete([found.sid]);
    return found !== undefined;
  }

  /** Ends all sessions of a person but one. */
  async endAll(personId: string, exceptSid?: string): Promise<void> {
    await this.#delete((await this.#read(personId)).map(({ sid }) => sid).filter((sid) => sid !== exceptSid));
  }

  async #read(personId: string): Promise<StoredSession[]> {
    const { rows } = await this.#pool.query<{ sid: string; since: number | null; agent: string | null }>(
      `SELECT sid, (sess->>'since')::float8 AS since, sess->>'agent' AS agent FROM "session" WHERE sess->>'personId' = $1 AND expire > now()`,
      [personId],
    );
    return rows.map(({ sid, since, agent }) => ({ sid, since: since ?? 0, agent: agent ?? "" }));
  }

  async #delete(sids: readonly string[]): Promise<void> {
    await this.#pool.query(`DELETE FROM "session" WHERE sid = ANY($1)`, [sids]);
    sids.forEach((sid) => this.emit("ended", sid));
  }
}

function publicId(sid: string): string {
  return createHash("sha256").update(sid).digest("hex").slice(0, 24);
}
