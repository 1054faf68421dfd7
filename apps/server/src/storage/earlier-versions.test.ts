import { readFileSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import { Client } from "pg";
import { describe, expect, inject, it } from "vitest";
import { Show, type ShowRecord } from "@vexa/core";
import { differences, playMoments, readRecording } from "@vexa/demo/moments";
import { SHOW_ID } from "../show/seed";
import { openDatabase } from "./data-source";
import { ShowStorage } from "./show-storage";

const dumpOf = (version: number): URL => new URL(`../../fixtures/database-${version}.sql.gz`, import.meta.url);

async function query(url: string, sql: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(sql);
  await client.end();
}

/** 1: the first of all. 2: the last one whose channels each did one thing, and whose cells didn't turn with their lamp. */
describe("a database of an earlier version", () => {
  it.each([1, 2])("(%i) is brought up to date and its show plays the octets of then", async (version) => {
    const url = new URL(inject("databaseUrl"));
    const [own, name] = [url.toString(), `${url.pathname.slice(1)}_v${version}`];
    await query(own, `CREATE DATABASE ${name}`);
    url.pathname = `/${name}`;
    await query(url.toString(), gunzipSync(readFileSync(dumpOf(version))).toString());
    const database = await openDatabase(url.toString());
    const records: readonly ShowRecord[] = (await new ShowStorage(database, SHOW_ID).load()).records;
    await database.destroy();
    await query(own, `DROP DATABASE ${name}`);

    // Cells turn with their lamp now; each stands where it stood.
    const lamps = records.filter((record) => record.kind === "fixture");
    expect(lamps.some(({ headStep }) => headStep !== undefined)).toBe(false);
    const { records: old, octets } = readRecording(version);
    const placeIn = (of: readonly ShowRecord[]) =>
      new Map(new Show(new Map(of.map((record) => [record.id, record]))).rig.heads.map(({ key, position }) => [key, position]));
    const then = placeIn(old);
    for (const [key, { x, y, z }] of placeIn(records)) {
      const { x: oldX, y: oldY, z: oldZ } = then.get(key)!;
      expect(Math.hypot(x - oldX, y - oldY, z - oldZ), key).toBeLessThan(1e-6);
    }

    const unexcused = differences(records);
    let moment = 0;
    for (const { octets: now } of playMoments(records)) {
      expect(unexcused(now, octets.subarray(moment * now.length, (moment + 1) * now.length)), `moment ${moment}`).toEqual([]);
      moment++;
    }
  });
});
