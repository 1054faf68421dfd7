import type { DataSource } from "typeorm";
import { fail, ok, type Result } from "@vexa/core";
import { gdtf } from "@vexa/formats";
import { WheelPictureEntity } from "../storage/entities";

export const PICTURE_LIMITS = { picture: 2 * 1048576, show: 64 * 1048576 } as const;

type PictureType = gdtf.WheelPicture["type"];

/** Pictures of wheels in the database. */
export class PictureStore {
  readonly #database: DataSource;

  constructor(database: DataSource) {
    this.#database = database;
  }

  async keep(of: { showId: string; profileId: string; name: string }, content: Buffer): Promise<Result<null>> {
    const contentType = gdtf.pictureType(content);
    if (!contentType) return fail("file.unreadable", { name: of.name, why: "it is neither PNG, JPEG nor SVG" });
    if (content.length > PICTURE_LIMITS.picture) return fail("request.too-large", { limit: "2 MB" });
    const pictures = this.#database.getRepository(WheelPictureEntity);
    const [sum] = await this.#database.query<{ size: string }[]>(
      `SELECT coalesce(sum(octet_length("content")), 0) AS size FROM "wheel_picture" WHERE "show_id" = $1`,
      [of.showId],
    );
    if (Number(sum!.size) + content.length > PICTURE_LIMITS.show)
      return fail("request.too-large", { limit: "64 MB of pictures in a show" });
    await pictures.upsert({ ...of, contentType, content }, ["showId", "profileId", "name"]);
    return ok(null);
  }

  async find(of: { showId: string; profileId: string; name: string }): Promise<{ contentType: string; content: Buffer } | null> {
    return this.#database.getRepository(WheelPictureEntity).findOneBy(of);
  }

  /** All pictures of a profile, as its file has them. */
  async all(of: { showId: string; profileId: string }): Promise<gdtf.WheelPicture[]> {
    const found = await this.#database.getRepository(WheelPictureEntity).find({ where: of, order: { name: "ASC" } });
    return found.map(({ name, contentType, content }) => ({ name, type: contentType as PictureType, content }));
  }
}
