import { randomUUID } from "node:crypto";
import { Readable } from "node:stream";
import { LessThan, type DataSource } from "typeorm";
import {
  edit,
  fail,
  FIRST_SETTINGS,
  isVersioned,
  ok,
  recordedWork,
  rolesIn,
  SETTINGS_ID,
  Show,
  type Answer,
  type Person,
  type Result,
  type Roles,
  type ShowLine,
  type ShowRecord,
} from "@vexa/core";
import { showFile } from "@vexa/formats";
import { PictureStore } from "../rig/picture-store";
import { SoundStore } from "../sound/sound-store";
import { keepDemoFiles, SHOW_ID } from "../show/seed";
import type { StagePort } from "../stage/stage-port";
import { ShowEntity } from "../storage/entities";
import { copyFiles, FILE_TABLES, forgetBelongings, moveBelongings, picturesOf, soundsOf } from "./belongings";
import { demoShowFor } from "./demo-show";
import { KeptShowEntity } from "./kept-show";
import { withPeople } from "./with-people";

const KEPT_DAYS = 30;
const LISTED = [
  "id",
  "name",
  "madeAt",
  "changedAt",
  "archived",
  "deletedAt",
  "lamps",
  "cues",
  "roles",
] as const satisfies (keyof KeptShowEntity)[];

/** What a new show begins with: nothing, the demo, or the lamps, groups and profiles of another one. */
export const BEGINNINGS = ["empty", "demo", "rig"] as const;
export type Beginning = (typeof BEGINNINGS)[number];

/** Kinds that are the rig of a show. */
const RIG: ReadonlySet<string> = new Set(["profile", "fixture", "curve", "scenery", "group"]);

/** The shows of an installation: one is on stage, the others lie here. */
export class Shelf {
  readonly #database: DataSource;
  readonly #stage: StagePort;

  constructor(database: DataSource, stage: StagePort) {
    this.#database = database;
    this.#stage = stage;
  }

  /** All shows, the one on stage first, then those that were changed last. What was thrown away longer ago than thirty days goes for good. */
  async list(): Promise<ShowLine[]> {
    await this.#forget();
    const live = await this.#live();
    const kept = await this.#kept.find({ select: [...LISTED], order: { changedAt: "DESC" } });
    return [
      {
        ...countsOf([...this.#stage.show.records.values()]),
        id: live.keptId,
        name: this.#liveName(live),
        onStage: true,
        madeAt: null,
        changedAt: null,
        archived: false,
        deletedAt: null,
        roles: rolesIn(this.#stage.show),
      },
      ...kept.map((show): ShowLine => ({
        lamps: show.lamps,
        cues: show.cues,
        id: show.id,
        name: show.name,
        onStage: false,
        madeAt: show.madeAt.getTime(),
        changedAt: show.changedAt.getTime(),
        archived: show.archived,
        deletedAt: show.deletedAt?.getTime() ?? null,
        roles: show.roles,
      })),
    ];
  }

  async make(name: string, from: Beginning): Promise<string> {
    const { show } = this.#stage;
    const records =
      from === "demo"
        ? (await demoShowFor((id) => show.get("person", id) !== null)).records
        : from === "rig"
          ? [...show.records.values()]
              .filter(({ kind }) => RIG.has(kind))
              .map((record): ShowRecord => (record.kind === "group" ? { ...record, territoryId: null } : record))
          : [];
    const id = await this.#add(name, records);
    if (from === "demo") await keepDemoFiles(this.#database, id);
    if (from === "rig") await copyFiles(this.#database, { from: SHOW_ID, to: id, tables: ["wheel_picture"] });
    return id;
  }

  /** Another one like a show, under another name. */
  async copy(id: string, name: string): Promise<Result<string>> {
    const records = await this.#recordsOf(id);
    if (!records) return fail("record.unknown", { what: "show" });
    const roles = (await this.#kept.findOneBy({ id }))?.roles ?? rolesIn(this.#stage.show);
    const made = await this.#add(name, records, roles);
    await copyFiles(this.#database, { from: await this.#filesOf(id), to: made, tables: FILE_TABLES });
    return ok(made);
  }

  /** Puts a show on stage; the one that is there is kept. What leaves goes over in so many seconds. */
  async open(id: string, person: Person, crossSeconds: number): Promise<Answer> {
    const live = await this.#live();
    const show = await this.#kept.findOneBy({ id });
    if (!show || show.deletedAt) return fail("record.unknown", { what: "show" });
    // Kept before anything is changed: whatever ends here, nothing is lost.
    const before = recordedWork(this.#stage.show);
    const now = new Date();
    const made = live.madeAt ?? now;
    await this.#kept.save({
      id: live.keptId,
      name: this.#liveName(live),
      madeAt: made,
      changedAt: now,
      archived: false,
      deletedAt: null,
      ...countsOf(before),
      records: before,
      roles: rolesIn(this.#stage.show),
    });
    const settings = show.records.find(({ id: own }) => own === SETTINGS_ID) ?? FIRST_SETTINGS;
    const records = [...show.records.filter(({ id: own }) => own !== SETTINGS_ID), { ...settings, name: show.name } as ShowRecord];
    const done = await this.#stage.restore(person, { name: show.name, records, crossSeconds, roles: show.roles });
    if (!done.ok) {
      await this.#kept.delete({ id: live.keptId });
      return done;
    }
    await this.#database.transaction(async (manager) => {
      await moveBelongings(manager, SHOW_ID, live.keptId);
      await moveBelongings(manager, id, SHOW_ID);
      await manager.getRepository(ShowEntity).update({ id: SHOW_ID }, { keptId: id, madeAt: show.madeAt, name: show.name });
      await manager.getRepository(KeptShowEntity).delete({ id });
    });
    return done;
  }

  /** Another name, archived or not, thrown away or back. Of the show on stage only its name, which is an edit. */
  async change(id: string, to: { name?: string; archived?: boolean; deleted?: boolean }): Promise<Result<null>> {
    const show = await this.#kept.findOneBy({ id });
    if (!show) return fail("record.unknown", { what: "show" });
    if (to.name !== undefined) show.name = to.name;
    if (to.archived !== undefined) show.archived = to.archived;
    if (to.deleted !== undefined) show.deletedAt = to.deleted ? new Date() : null;
    await this.#kept.save(show);
    return ok(null);
  }

  /** A show's recorded work. */
  async records(id: string): Promise<Result<readonly ShowRecord[]>> {
    const records = await this.#recordsOf(id);
    return records ? ok(records) : fail("record.unknown", { what: "show" });
  }

  /** Brings sounds and pictures of some of a show's records to the show on stage. */
  async bringFiles(id: string, ids: readonly string[]): Promise<Result<null>> {
    if (!(await this.#recordsOf(id))) return fail("record.unknown", { what: "show" });
    const from = await this.#filesOf(id);
    if (from !== SHOW_ID) await copyFiles(this.#database, { from, to: SHOW_ID, tables: FILE_TABLES, ids });
    return ok(null);
  }

  /** A show as a file. */
  async file(id: string): Promise<Result<{ name: string; bytes: Uint8Array }>> {
    const live = await this.#live();
    const kept = id === live.keptId ? null : await this.#kept.findOneBy({ id });
    const records = kept?.records ?? (id === live.keptId ? recordedWork(this.#stage.show) : null);
    if (!records) return fail("record.unknown", { what: "show" });
    const showId = await this.#filesOf(id);
    const name = kept?.name ?? this.#liveName(live);
    const people = this.#stage.show.all("person");
    const [sounds, pictures] = [await soundsOf(this.#database, showId), await picturesOf(this.#database, showId)];
    const bytes = showFile.write({
      name,
      records: [...people, ...records],
      sounds,
      pictures,
    });
    return ok({ name, bytes });
  }

  /** Takes a show's file in, beside those that are here. Its people are names: roles and territories are for those of this installation. */
  async takeIn(bytes: Uint8Array, file: string): Promise<Result<string>> {
    const read = showFile.read(bytes, file);
    if (!read.ok) return read;
    const here = (id: string): boolean => this.#stage.show.get("person", id) !== null;
    const records = read.value.records.filter(isVersioned).flatMap((record) => withPeople(record, here));
    const fits = fitting(records, this.#stage.show.all("person"));
    if (!fits.ok) return fits;
    const id = await this.#add(read.value.name, records);
    const [sounds, pictures] = [new SoundStore(this.#database), new PictureStore(this.#database)];
    for (const { id: own, bytes: content } of read.value.sounds)
      await sounds.keep({ showId: id, id: own.slice(0, 64) }, Readable.from([Buffer.from(content)]));
    for (const { profileId, name, bytes: content } of read.value.pictures)
      await pictures.keep({ showId: id, profileId: profileId.slice(0, 64), name: name.slice(0, 200) }, Buffer.from(content));
    return ok(id);
  }

  get #kept() {
    return this.#database.getRepository(KeptShowEntity);
  }

  /** The row of the show on stage; it gets an id on the shelf when it is first asked for. */
  async #live(): Promise<{ keptId: string; name: string; madeAt: Date | null }> {
    const shows = this.#database.getRepository(ShowEntity);
    const { keptId, name, madeAt } = await shows.findOneByOrFail({ id: SHOW_ID });
    if (keptId) return { keptId, name, madeAt };
    const fresh = `show-${randomUUID()}`;
    await shows.update({ id: SHOW_ID }, { keptId: fresh });
    return { keptId: fresh, name, madeAt };
  }

  #liveName({ name }: { name: string }): string {
    return this.#stage.show.get("settings", SETTINGS_ID)?.name ?? name;
  }

  async #add(name: string, records: readonly ShowRecord[], roles: Roles = {}): Promise<string> {
    const id = `show-${randomUUID()}`;
    const now = new Date();
    await this.#kept.insert({
      id,
      name,
      madeAt: now,
      changedAt: now,
      archived: false,
      deletedAt: null,
      ...countsOf(records),
      records: [...records],
      roles,
    });
    return id;
  }

  async #recordsOf(id: string): Promise<readonly ShowRecord[] | null> {
    if (id === (await this.#live()).keptId) return recordedWork(this.#stage.show);
    return (await this.#kept.findOneBy({ id }))?.records ?? null;
  }

  /** Under which id the sounds and pictures of a show lie. */
  async #filesOf(id: string): Promise<string> {
    return id === (await this.#live()).keptId ? SHOW_ID : id;
  }

  async #forget(): Promise<void> {
    const old = await this.#kept.find({ select: ["id"], where: { deletedAt: LessThan(new Date(Date.now() - KEPT_DAYS * 86_400_000)) } });
    for (const { id } of old) {
      await forgetBelongings(this.#database, id);
      await this.#kept.delete({ id });
    }
  }
}

function countsOf(records: readonly ShowRecord[]): Pick<ShowLine, "lamps" | "cues"> {
  const count = (kind: string): number => records.reduce((sum, record) => sum + (record.kind === kind ? 1 : 0), 0);
  return { lamps: count("fixture"), cues: count("cue") };
}

/** Whether these records make a show with the people of this installation. */
function fitting(records: readonly ShowRecord[], people: readonly Person[]): Result<null> {
  const made = edit(
    new Show(new Map()),
    [...people, ...records].map((record) => ({ op: "add" as const, record })),
  );
  return made.ok ? ok(null) : made;
}
