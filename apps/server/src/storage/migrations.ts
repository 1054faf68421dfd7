import { turnedBack, type Fixture } from "@vexa/core";
import type { MigrationInterface, QueryRunner } from "typeorm";
import {
  FirstLight1764000000000,
  MotionKinds1764100000000,
  Sounds1764200000000,
  Crew1764300000000,
  SureWrites1764400000000,
} from "./first-migrations";

/** Devices are let in by name. What was heard so far came from this machine, and still is. */
export class Devices1764500000000 implements MigrationInterface {
  name = "Devices1764500000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `INSERT INTO "record" ("show_id", "id", "kind", "place", "body")
       SELECT "id", 'device-here', 'device', "seq" * 100000 + 99999,
         '{"id": "device-here", "kind": "device", "version": 1, "name": "This machine", "address": "127.0.0.1", "plays": "everything", "territoryId": null}'::jsonb
       FROM "show" ON CONFLICT DO NOTHING`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM "record" WHERE "kind" = 'device'`);
  }
}

/** Sounds lie in parts of a megabyte. */
export class SoundParts1764600000000 implements MigrationInterface {
  name = "SoundParts1764600000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "sound_part" ("show_id" varchar(64) NOT NULL, "id" varchar(64) NOT NULL, "part" integer NOT NULL, "content" bytea NOT NULL, CONSTRAINT "pk_sound_part" PRIMARY KEY ("show_id", "id", "part"))`,
    );
    await runner.query(
      `INSERT INTO "sound_part" SELECT "show_id", "id", n, substring("content" FROM n * 1048576 + 1 FOR 1048576)
       FROM "sound_file", generate_series(0, (octet_length("content") - 1) / 1048576) AS n`,
    );
    await runner.query(`ALTER TABLE "sound_file" ADD "size" bigint`);
    await runner.query(`UPDATE "sound_file" SET "size" = octet_length("content")`);
    await runner.query(`ALTER TABLE "sound_file" ALTER COLUMN "size" SET NOT NULL`);
    await runner.query(`ALTER TABLE "sound_file" DROP COLUMN "content"`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "sound_file" ADD "content" bytea`);
    await runner.query(
      `UPDATE "sound_file" SET "content" = (SELECT string_agg(p."content", '' ORDER BY p."part") FROM "sound_part" p WHERE p."show_id" = "sound_file"."show_id" AND p."id" = "sound_file"."id")`,
    );
    await runner.query(`ALTER TABLE "sound_file" DROP COLUMN "size"`);
    await runner.query(`DROP TABLE "sound_part"`);
  }
}

/** One of several Vexas leads, and writes. */
export class Leading1764700000000 implements MigrationInterface {
  name = "Leading1764700000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "show" ADD "term" bigint NOT NULL DEFAULT 0, ADD "link" varchar(200), ADD "port" integer`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "show" DROP COLUMN "term", DROP COLUMN "link", DROP COLUMN "port"`);
  }
}

/** Short codes for locked screens. */
export class ScreenCodes1764800000000 implements MigrationInterface {
  name = "ScreenCodes1764800000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "account" ADD "screen_code_hash" varchar(255)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "account" DROP COLUMN "screen_code_hash"`);
  }
}

/** Cells turn with their lamp: the step between them is written in the lamp's own axes, so that each stays where it stands. */
export class CellsTurn1764900000000 implements MigrationInterface {
  name = "CellsTurn1764900000000";

  async up(runner: QueryRunner): Promise<void> {
    const rows = (await runner.query(`SELECT "show_id", "id", "body" FROM "record" WHERE "kind" = 'fixture' AND "body" ? 'headStep'`)) as {
      show_id: string;
      id: string;
      body: Fixture;
    }[];
    for (const { show_id: showId, id, body } of rows) {
      const { headStep, ...rest } = body;
      const still = !headStep || (headStep.x === 0 && headStep.y === 0 && headStep.z === 0);
      const turned = still ? rest : { ...rest, cellStep: turnedBack(headStep, body.rotation) };
      await runner.query(`UPDATE "record" SET "body" = $3::jsonb WHERE "show_id" = $1 AND "id" = $2`, [showId, id, JSON.stringify(turned)]);
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`UPDATE "record" SET "body" = ("body" - 'cellStep') || jsonb_build_object('headStep', COALESCE("body"->'cellStep', '{"x":0,"y":0,"z":0}'::jsonb))
      WHERE "kind" = 'fixture'`);
  }
}

/** Pictures of what wheels hold. */
export class WheelPictures1765000000000 implements MigrationInterface {
  name = "WheelPictures1765000000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "wheel_picture" ("show_id" varchar(64) NOT NULL, "profile_id" varchar(64) NOT NULL, "name" varchar(200) NOT NULL, "content_type" varchar(40) NOT NULL, "content" bytea NOT NULL, CONSTRAINT "pk_wheel_picture" PRIMARY KEY ("show_id", "profile_id", "name"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "wheel_picture"`);
  }
}

/** Shows that aren't on stage. */
export class KeptShows1765100000000 implements MigrationInterface {
  name = "KeptShows1765100000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "kept_show" ("id" varchar(64) NOT NULL, "name" varchar(80) NOT NULL, "made_at" timestamptz NOT NULL, "changed_at" timestamptz NOT NULL, "archived" boolean NOT NULL DEFAULT false, "deleted_at" timestamptz, "lamps" integer NOT NULL, "cues" integer NOT NULL, "records" jsonb NOT NULL, CONSTRAINT "pk_kept_show" PRIMARY KEY ("id"))`,
    );
    await runner.query(`ALTER TABLE "show" ADD "kept_id" varchar(64), ADD "made_at" timestamptz`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "show" DROP COLUMN "kept_id", DROP COLUMN "made_at"`);
    await runner.query(`DROP TABLE "kept_show"`);
  }
}

/** Versions that are kept by themselves. */
export class AutoVersions1765200000000 implements MigrationInterface {
  name = "AutoVersions1765200000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "version" ADD "auto" boolean NOT NULL DEFAULT false`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "version" DROP COLUMN "auto"`);
  }
}

/** What people are in each show. */
export class ShowRoles1765300000000 implements MigrationInterface {
  name = "ShowRoles1765300000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept_show" ADD "roles" jsonb NOT NULL DEFAULT '{}'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept_show" DROP COLUMN "roles"`);
  }
}

/** Photos of notes. */
export class NotePhotos1765400000000 implements MigrationInterface {
  name = "NotePhotos1765400000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "note_photo" ("id" varchar(64) NOT NULL, "content_type" varchar(40) NOT NULL, "content" bytea NOT NULL, "made_at" timestamptz NOT NULL, CONSTRAINT "pk_note_photo" PRIMARY KEY ("id"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "note_photo"`);
  }
}

export const MIGRATIONS = [
  FirstLight1764000000000,
  MotionKinds1764100000000,
  Sounds1764200000000,
  Crew1764300000000,
  SureWrites1764400000000,
  Devices1764500000000,
  SoundParts1764600000000,
  Leading1764700000000,
  ScreenCodes1764800000000,
  CellsTurn1764900000000,
  WheelPictures1765000000000,
  KeptShows1765100000000,
  AutoVersions1765200000000,
  ShowRoles1765300000000,
  NotePhotos1765400000000,
];
