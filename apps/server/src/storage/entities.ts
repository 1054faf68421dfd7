import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from "typeorm";
import type { Change, ShowRecord } from "@vexa/core";
import { KeptShowEntity } from "../shelf/kept-show";

/** Who may sign in, and as which person of the show. */
@Entity("account")
export class AccountEntity {
  @PrimaryColumn({ type: "varchar", length: 80, name: "sign_in_name", primaryKeyConstraintName: "pk_account" })
  signInName: string;

  @Column({ type: "varchar", length: 64, name: "person_id" })
  personId: string;

  /** scrypt, see account/password.ts. */
  @Column({ type: "varchar", length: 255, name: "password_hash" })
  passwordHash: string;

  /** A short code that opens this person's locked screens; null = only the password does. */
  @Column({ type: "varchar", length: 255, name: "screen_code_hash", nullable: true })
  screenCodeHash: string | null;

  /** The password stands in the docs: it only works while the server stays on loopback. */
  @Column({ type: "boolean", name: "has_demo_password" })
  hasDemoPassword: boolean;
}

@Entity("show")
export class ShowEntity {
  @PrimaryColumn({ type: "varchar", length: 64, primaryKeyConstraintName: "pk_show" })
  id: string;

  @Column({ type: "varchar", length: 80 })
  name: string;

  /** The number of the latest transaction. */
  @Column({ type: "bigint" })
  seq: string;

  /** The number of the latest write, so that one which comes late can't overwrite a later one. */
  @Column({ type: "bigint", default: 0 })
  write: string;

  /** Rises with each web server that begins to write: those of before can't write any more. */
  @Column({ type: "bigint", default: 0 })
  term: string;

  /** Where standbys find the engine that leads: address and port. */
  @Column({ type: "varchar", length: 200, nullable: true })
  link: string | null;

  /** Where the pages of whoever leads are served. */
  @Column({ type: "integer", nullable: true })
  port: number | null;

  /** The E1.31 component identifier of this show's output. */
  @Column({ type: "uuid" })
  cid: string;

  /** Under which id the show on stage is kept when another one is opened; none = none was yet. */
  @Column({ type: "varchar", length: 64, name: "kept_id", nullable: true })
  keptId: string | null;

  @Column({ type: "timestamptz", name: "made_at", nullable: true })
  madeAt: Date | null;
}

/** One record of a show as the core knows it. */
@Entity("record")
export class RecordEntity {
  @PrimaryColumn({ type: "varchar", length: 64, name: "show_id", primaryKeyConstraintName: "pk_record" })
  showId: string;

  @PrimaryColumn({ type: "varchar", length: 80, primaryKeyConstraintName: "pk_record" })
  id: string;

  @Column({ type: "varchar", length: 40 })
  kind: string;

  /** Place in the order in which records came; `all(kind)` keeps it. */
  @Column({ type: "bigint" })
  place: string;

  @Column({ type: "jsonb" })
  body: object;
}

/** What somebody changed. A drag is one row. */
@Entity("journal")
@Index("ix_journal_author", ["showId", "author", "id"])
@Index("uq_journal_edit", ["showId", "editId"], { unique: true })
export class JournalEntity {
  @PrimaryGeneratedColumn({ type: "bigint", primaryKeyConstraintName: "pk_journal" })
  id: string;

  @Column({ type: "varchar", length: 64, name: "show_id" })
  showId: string;

  /** Of the transaction that it is about; lines of the first version have none. */
  @Column({ type: "uuid", name: "edit_id", nullable: true })
  editId: string | null;

  @Column({ type: "varchar", length: 64 })
  author: string;

  @Column({ type: "varchar", length: 200 })
  label: string;

  @Column({ type: "varchar", length: 64, nullable: true })
  gesture: string | null;

  /** `step` is the undoing itself: it is history, not undone again by the next undo. */
  @Column({ type: "varchar", length: 8 })
  state: "done" | "undone" | "step";

  @Column({ type: "jsonb" })
  changes: Change[];

  @Column({ type: "timestamptz", name: "changed_at" })
  changedAt: Date;

  /** Places of the screen that it belongs to. */
  @Column({ type: "varchar", length: 12, array: true, default: () => "'{}'" })
  places: string[];
}

/** The recorded work of a show as it was when somebody gave it a name. */
@Entity("version")
export class VersionEntity {
  @PrimaryColumn({ type: "uuid", primaryKeyConstraintName: "pk_version" })
  id: string;

  @Column({ type: "varchar", length: 64, name: "show_id" })
  showId: string;

  @Column({ type: "varchar", length: 80 })
  name: string;

  @Column({ type: "varchar", length: 64 })
  author: string;

  @Column({ type: "timestamptz", name: "made_at" })
  madeAt: Date;

  /** Kept by itself: the oldest of these go when there are many. */
  @Column({ type: "boolean", default: false })
  auto: boolean;

  @Column({ type: "jsonb" })
  records: ShowRecord[];
}

/** A file of sound; its name and length are a record of the show with the same id. */
@Entity("sound_file")
export class SoundFileEntity {
  @PrimaryColumn({ type: "varchar", length: 64, name: "show_id", primaryKeyConstraintName: "pk_sound_file" })
  showId: string;

  @PrimaryColumn({ type: "varchar", length: 64, primaryKeyConstraintName: "pk_sound_file" })
  id: string;

  @Column({ type: "varchar", length: 40, name: "content_type" })
  contentType: string;

  /** Octets of all its parts together. */
  @Column({ type: "bigint" })
  size: string;
}

/** A picture of a wheel's slot, as a lamp's file has it. */
@Entity("wheel_picture")
export class WheelPictureEntity {
  @PrimaryColumn({ type: "varchar", length: 64, name: "show_id", primaryKeyConstraintName: "pk_wheel_picture" })
  showId: string;

  @PrimaryColumn({ type: "varchar", length: 64, name: "profile_id", primaryKeyConstraintName: "pk_wheel_picture" })
  profileId: string;

  @PrimaryColumn({ type: "varchar", length: 200, primaryKeyConstraintName: "pk_wheel_picture" })
  name: string;

  @Column({ type: "varchar", length: 40, name: "content_type" })
  contentType: string;

  @Column({ type: "bytea" })
  content: Buffer;
}

/** A part of a sound's octets: it comes in and goes out part by part, and is never whole in memory. */
@Entity("sound_part")
export class SoundPartEntity {
  @PrimaryColumn({ type: "varchar", length: 64, name: "show_id", primaryKeyConstraintName: "pk_sound_part" })
  showId: string;

  @PrimaryColumn({ type: "varchar", length: 64, primaryKeyConstraintName: "pk_sound_part" })
  id: string;

  /** From 0. */
  @PrimaryColumn({ type: "integer", primaryKeyConstraintName: "pk_sound_part" })
  part: number;

  @Column({ type: "bytea" })
  content: Buffer;
}

/** A photo that goes with a note. Notes aren't a show's: they and their photos stay when another one is opened. */
@Entity("note_photo")
export class NotePhotoEntity {
  @PrimaryColumn({ type: "varchar", length: 64, primaryKeyConstraintName: "pk_note_photo" })
  id: string;

  @Column({ type: "varchar", length: 40, name: "content_type" })
  contentType: string;

  @Column({ type: "bytea" })
  content: Buffer;

  @Column({ type: "timestamptz", name: "made_at" })
  madeAt: Date;
}

export const ENTITIES = [
  NotePhotoEntity,
  KeptShowEntity,
  AccountEntity,
  ShowEntity,
  RecordEntity,
  JournalEntity,
  SoundFileEntity,
  SoundPartEntity,
  VersionEntity,
  WheelPictureEntity,
];
