import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { SHOW_ID, seedWhenEmpty } from "../show/seed";
import { freshDatabase } from "../testing/fresh-database";
import { openDatabase } from "./data-source";
import { ShowStorage } from "./show-storage";

const VEXA = new URL("../../../../vexa", import.meta.url).pathname;
let folder: string;
beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), "vexa-backup-"))));
afterAll(() => rmSync(folder, { recursive: true }));

/** The one command, on the database of these tests. */
function vexa(...words: string[]): void {
  const name = new URL(inject("databaseUrl")).pathname.slice(1);
  execFileSync(VEXA, words, {
    stdio: "pipe",
    env: { ...process.env, VEXA_DATABASE_NAME: name, VEXA_STATE: join(folder, "stage"), VEXA_BACKUP_FOLDER: join(folder, "kept") },
  });
}

describe("backups", () => {
  it("bring back all that was there, and keep what was there before", async () => {
    const database = await freshDatabase();
    await seedWhenEmpty(database);
    const before = await new ShowStorage(database, SHOW_ID).load();
    vexa("backup", folder);
    const [file] = readdirSync(folder).filter((name) => name.endsWith(".dump"));
    await database.query(`DELETE FROM record WHERE kind = 'cue'`);
    await database.query(`TRUNCATE sound_part`);
    await database.destroy();
    mkdirSync(join(folder, "stage"), { recursive: true });
    vexa("restore", join(folder, file!), "--yes");
    const again = await openDatabase(inject("databaseUrl"));
    expect(await new ShowStorage(again, SHOW_ID).load()).toEqual(before);
    const parts: unknown[] = await again.query(`SELECT 1 FROM sound_part`);
    expect(parts.length).toBeGreaterThan(0);
    await again.destroy();
    // The engine's own notes were of the database that is gone.
    expect(existsSync(join(folder, "stage"))).toBe(false);
  }, 60_000);

  it("refuse what isn't one, and leave everything as it is", async () => {
    const database = await freshDatabase();
    await seedWhenEmpty(database);
    const before = await new ShowStorage(database, SHOW_ID).load();
    const wrong = join(folder, "wrong.dump");
    writeFileSync(wrong, "not a backup");
    expect(() => vexa("restore", wrong, "--yes")).toThrow(/isn't a backup/);
    expect(() => vexa("restore", join(folder, "none"), "--yes")).toThrow(/which file/);
    expect(await new ShowStorage(database, SHOW_ID).load()).toEqual(before);
    await database.destroy();
  });
});
