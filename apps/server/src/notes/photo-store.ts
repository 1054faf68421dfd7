import { randomUUID } from "node:crypto";
import { In, LessThan, Not, type DataSource } from "typeorm";
import { fail, ok, type Result } from "@vexa/core";
import { gdtf } from "@vexa/formats";
import { NotePhotoEntity } from "../storage/entities";

export const PHOTO_LIMITS = { photo: 2 * 1048576, all: 256 * 1048576 } as const;
/** A photo that no note has is kept for so long: its note may still be on its way, or come back by an undo. */
const LOOSE_MS = 24 * 3_600_000;
/** What browsers show as it is. A drawing may hold more than a picture. */
const KINDS: ReadonlySet<string> = new Set(["image/jpeg", "image/png"]);

/** Photos of notes in the database, for as long as a note has them. */
export class PhotoStore {
  readonly #database: DataSource;

  constructor(database: DataSource) {
    this.#database = database;
  }

  get #photos() {
    return this.#database.getRepository(NotePhotoEntity);
  }

  /** Gives the photo's id. `named`: those that notes have. Errors: file.unreadable, request.too-large. */
  async keep(content: Buffer, named: readonly string[]): Promise<Result<string>> {
    const contentType = gdtf.pictureType(content);
    if (!contentType || !KINDS.has(contentType)) return fail("file.unreadable", { name: "The photo", why: "it is neither JPEG nor PNG" });
    await this.#photos.delete({ madeAt: LessThan(new Date(Date.now() - LOOSE_MS)), ...(named.length > 0 ? { id: Not(In(named)) } : {}) });
    const [sum] = await this.#database.query<{ size: string }[]>(
      `SELECT coalesce(sum(octet_length("content")), 0) AS size FROM "note_photo"`,
    );
    if (Number(sum!.size) + content.length > PHOTO_LIMITS.all)
      return fail("request.too-large", { limit: "256 MB of photos; those of notes that are taken away make room" });
    const id = `photo-${randomUUID()}`;
    await this.#photos.insert({ id, contentType, content, madeAt: new Date() });
    return ok(id);
  }

  find(id: string): Promise<{ contentType: string; content: Buffer } | null> {
    return this.#photos.findOneBy({ id });
  }
}
