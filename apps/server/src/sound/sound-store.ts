import type { DataSource } from "typeorm";
import { fail, ok, type Result } from "@vexa/core";
import { SoundFileEntity, SoundPartEntity } from "../storage/entities";
import { soundKind } from "./sound-kind";

const PART_OCTETS = 1024 * 1024;
/** What a sound's kind is told from. */
const HEAD_OCTETS = 16;

export interface SoundLimits {
  readonly file: number;
  /** All sounds of a show, and of the installation. */
  readonly show: number;
  readonly all: number;
}
export const SOUND_LIMITS: SoundLimits = { file: 100e6, show: 1e9, all: 4e9 };

/** Files of sound in the database, in parts: however long one is, no more than a part or two of it is in memory. */
export class SoundStore {
  readonly #database: DataSource;
  readonly #limits: SoundLimits;

  constructor(database: DataSource, limits: SoundLimits = SOUND_LIMITS) {
    this.#database = database;
    this.#limits = limits;
  }

  /** Takes a sound in as it comes. Nothing of one that is refused, or that breaks off, is kept. */
  async keep(of: { showId: string; id: string }, octets: AsyncIterable<Uint8Array>): Promise<Result<null>> {
    const parts = this.#database.getRepository(SoundPartEntity);
    const room = await this.#room(of.showId);
    let [size, part] = [0, 0];
    let waiting = Buffer.alloc(0);
    let contentType: string | null = null;
    const write = async (content: Buffer): Promise<void> => void (await parts.insert({ ...of, part: part++, content }));
    try {
      for await (const chunk of octets) {
        size += chunk.length;
        if (size > this.#limits.file) throw new Refused(tooLarge(`${this.#limits.file / 1e6} MB`));
        if (size > room) throw new Refused(fail("sound.no-room"));
        waiting = Buffer.concat([waiting, chunk]);
        if (waiting.length >= HEAD_OCTETS) contentType ??= soundKind(waiting);
        if (waiting.length >= HEAD_OCTETS && contentType === null) break;
        for (; waiting.length >= PART_OCTETS; waiting = waiting.subarray(PART_OCTETS)) await write(waiting.subarray(0, PART_OCTETS));
      }
      contentType ??= soundKind(waiting);
      if (contentType === null) throw new Refused(fail("sound.unreadable", { why: "it is none of the kinds that browsers play" }));
      if (waiting.length > 0) await write(waiting);
      await this.#database.getRepository(SoundFileEntity).insert({ ...of, contentType, size: String(size) });
      return ok(null);
    } catch (error) {
      await parts.delete(of);
      if (error instanceof Refused) return error.refusal;
      throw error;
    }
  }

  async find(of: { showId: string; id: string }): Promise<{ contentType: string; size: number } | null> {
    const file = await this.#database.getRepository(SoundFileEntity).findOneBy(of);
    return file && { contentType: file.contentType, size: Number(file.size) };
  }

  /** Its octets, part by part. */
  async *read(of: { showId: string; id: string }): AsyncGenerator<Buffer> {
    const parts = this.#database.getRepository(SoundPartEntity);
    for (let part = 0; ; part++) {
      const found = await parts.findOneBy({ ...of, part });
      if (!found) return;
      yield found.content;
    }
  }

  async #room(showId: string): Promise<number> {
    const [sums] = await this.#database.query<{ show: string; all: string }[]>(
      `SELECT coalesce(sum("size") FILTER (WHERE "show_id" = $1), 0) AS show, coalesce(sum("size"), 0) AS all FROM "sound_file"`,
      [showId],
    );
    return Math.min(this.#limits.show - Number(sums!.show), this.#limits.all - Number(sums!.all));
  }
}

function tooLarge(limit: string): ReturnType<typeof fail> {
  return fail("request.too-large", { limit });
}

class Refused extends Error {
  readonly refusal: ReturnType<typeof fail>;
  constructor(refusal: ReturnType<typeof fail>) {
    super(refusal.error.code);
    this.refusal = refusal;
  }
}
