import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { DataSource } from "typeorm";
import { seedWhenEmpty } from "../show/seed";
import { freshDatabase } from "../testing/fresh-database";
import { changePassword, refusalToListen, signIn } from "./accounts";
import { hashPassword, isPassword } from "./password";

let database: DataSource;
beforeAll(async () => {
  database = await freshDatabase();
  await seedWhenEmpty(database);
});
afterAll(() => database.destroy());

describe("passwords", () => {
  it("are hashed with a salt of their own and checked against it", async () => {
    const [first, second] = [await hashPassword("fern and moss"), await hashPassword("fern and moss")];
    expect(first).not.toBe(second);
    expect(await isPassword("fern and moss", first)).toBe(true);
    expect(await isPassword("fern and mos", first)).toBe(false);
    expect(await isPassword("anything", "not a hash")).toBe(false);
  });
});

describe("accounts", () => {
  it("let the right person in, whatever the case of the name, and say the same of a wrong name as of a wrong password", async () => {
    expect(await signIn(database, { signInName: " Ines ", password: "palm-house-1" })).toEqual({ ok: true, value: "person-ines" });
    const wrong = { ok: false, error: { code: "sign-in.wrong", details: {} } };
    expect(await signIn(database, { signInName: "ines", password: "palm-house-2" })).toEqual(wrong);
    expect(await signIn(database, { signInName: "nobody", password: "palm-house-1" })).toEqual(wrong);
  });

  it("keep the server on loopback until every demo password is changed", async () => {
    expect(await refusalToListen(database, "127.0.0.1")).toBeNull();
    expect(await refusalToListen(database, "0.0.0.0")).toMatch(/adaeze.*Change each with/);
    for (const name of ["ines", "tomasz", "adaeze", "operator", "foyer", "orla", "wren"]) {
      expect(await changePassword(database, name, "short")).toMatchObject({ ok: false });
      expect(await changePassword(database, name, `long enough for ${name}`)).toEqual({ ok: true, value: null });
    }
    expect(await refusalToListen(database, "0.0.0.0")).toBeNull();
    expect(await signIn(database, { signInName: "ines", password: "palm-house-1" })).toMatchObject({ ok: false });
    expect(await changePassword(database, "nobody", "long enough for it")).toMatchObject({ ok: false, error: { code: "record.unknown" } });
  });
});
