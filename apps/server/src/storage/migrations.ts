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

export const MIGRATIONS = [FirstLight1764000000000];
