import type { MigrationInterface, QueryRunner } from "typeorm";

/** Tables of the first version. The session table is that of connect-pg-simple 10. */
export class FirstLight1764000000000 implements MigrationInterface {
  name = "FirstLight1764000000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "account" ("sign_in_name" varchar(80) NOT NULL, "person_id" varchar(64) NOT NULL, "password_hash" varchar(255) NOT NULL, "has_demo_password" boolean NOT NULL, CONSTRAINT "pk_account" PRIMARY KEY ("sign_in_name"))`,
    );
    await runner.query(
      `CREATE TABLE "show" ("id" varchar(64) NOT NULL, "name" varchar(80) NOT NULL, "seq" bigint NOT NULL, "cid" uuid NOT NULL, CONSTRAINT "pk_show" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `CREATE TABLE "record" ("show_id" varchar(64) NOT NULL, "id" varchar(80) NOT NULL, "kind" varchar(40) NOT NULL, "place" bigint NOT NULL, "body" jsonb NOT NULL, CONSTRAINT "pk_record" PRIMARY KEY ("show_id", "id"))`,
    );
    await runner.query(
      `CREATE TABLE "journal" ("id" BIGSERIAL NOT NULL, "show_id" varchar(64) NOT NULL, "author" varchar(64) NOT NULL, "label" varchar(200) NOT NULL, "gesture" varchar(64), "state" varchar(8) NOT NULL, "changes" jsonb NOT NULL, "changed_at" timestamptz NOT NULL, CONSTRAINT "pk_journal" PRIMARY KEY ("id"))`,
    );
    await runner.query(`CREATE INDEX "ix_journal_author" ON "journal" ("show_id", "author", "id")`);
    await runner.query(
      `CREATE TABLE "session" ("sid" varchar NOT NULL, "sess" json NOT NULL, "expire" timestamp(6) NOT NULL, CONSTRAINT "session_pkey" PRIMARY KEY ("sid"))`,
    );
    await runner.query(`CREATE INDEX "IDX_session_expire" ON "session" ("expire")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ["session", "journal", "record", "show", "account"]) await runner.query(`DROP TABLE "${table}"`);
  }
}

/** Motions became of several kinds; all of them so far were waves. */
export class MotionKinds1764100000000 implements MigrationInterface {
  name = "MotionKinds1764100000000";

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, column] of [
      ["record", "body"],
      ["journal", "changes"],
    ] as const) {
      const key = table === "record" ? `"show_id" || ' ' || "id"` : `"id"::text`;
      const rows = (await runner.query(
        `SELECT ${key} AS key, "${column}" AS content FROM "${table}" WHERE "${column}"::text LIKE '%"waveform"%'`,
      )) as {
        key: string;
        content: unknown;
      }[];
      for (const row of rows)
        await runner.query(`UPDATE "${table}" SET "${column}" = $1 WHERE ${key} = $2`, [JSON.stringify(withKinds(row.content)), row.key]);
    }
  }

  down(): Promise<void> {
    return Promise.reject(new Error("Motions of other kinds than waves can't be made into waves."));
  }
}

/** The same content, each motion of which says that it is a wave. */
function withKinds(content: unknown): unknown {
  if (Array.isArray(content)) return content.map(withKinds);
  if (typeof content !== "object" || content === null) return content;
  const inner = Object.fromEntries(Object.entries(content).map(([name, value]) => [name, withKinds(value)]));
  return "waveform" in inner && !("kind" in inner) ? { kind: "wave", ...inner } : inner;
}

/** Sounds of cue lists. */
export class Sounds1764200000000 implements MigrationInterface {
  name = "Sounds1764200000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "sound_file" ("show_id" varchar(64) NOT NULL, "id" varchar(64) NOT NULL, "content_type" varchar(40) NOT NULL, "content" bytea NOT NULL, CONSTRAINT "pk_sound_file" PRIMARY KEY ("show_id", "id"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "sound_file"`);
  }
}

/** Places in the history, and named versions. */
export class Crew1764300000000 implements MigrationInterface {
  name = "Crew1764300000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "journal" ADD "places" varchar(12) array NOT NULL DEFAULT '{}'`);
    await runner.query(
      `CREATE TABLE "version" ("id" uuid NOT NULL, "show_id" varchar(64) NOT NULL, "name" varchar(80) NOT NULL, "author" varchar(64) NOT NULL, "made_at" timestamptz NOT NULL, "records" jsonb NOT NULL, CONSTRAINT "pk_version" PRIMARY KEY ("id"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "version"`);
    await runner.query(`ALTER TABLE "journal" DROP COLUMN "places"`);
  }
}

/** Late writes are left out, and an edit has one line however often it is written. */
export class SureWrites1764400000000 implements MigrationInterface {
  name = "SureWrites1764400000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "show" ADD "write" bigint NOT NULL DEFAULT '0'`);
    await runner.query(`ALTER TABLE "journal" ADD "edit_id" uuid`);
    await runner.query(`CREATE UNIQUE INDEX "uq_journal_edit" ON "journal" ("show_id", "edit_id")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "uq_journal_edit"`);
    await runner.query(`ALTER TABLE "journal" DROP COLUMN "edit_id"`);
    await runner.query(`ALTER TABLE "show" DROP COLUMN "write"`);
  }
}
