import type { DataSource } from "typeorm";
import { fail, ok, type Result } from "@vexa/core";
import { AccountEntity } from "../storage/entities";
import { hashPassword, isPassword } from "./password";

const CODE = /^\d{4,8}$/;

type Hashes = Pick<AccountEntity, "passwordHash" | "screenCodeHash">;

/** What opens locked screens: one's password or short code. Who has locked one gets in again also while the database is away. */
export class ScreenLock {
  readonly #database: DataSource;
  readonly #here: () => boolean;
  /** What opened screens when the database was asked last: counts only while it is away. */
  readonly #known = new Map<string, Hashes>();

  /** `here`: whether the database is known to answer. */
  constructor(database: DataSource, here: () => boolean) {
    this.#database = database;
    this.#here = here;
  }

  /** Before a screen is locked: remembers what will open it. Throws when the database doesn't answer. */
  async prepare(personId: string): Promise<void> {
    await this.#hashesOf(personId);
  }

  /** Throws when the database would have to be asked and doesn't answer. */
  async opens(personId: string, secret: string): Promise<boolean> {
    const known = this.#here() ? undefined : this.#known.get(personId);
    const hashes = known ?? (await this.#hashesOf(personId));
    return hashes !== null && fits(secret, hashes);
  }

  /** Sets a short code, or takes it away with an empty one, if the person knows their password. */
  async setCode(personId: string, { present, code }: { present: string; code: string }): Promise<Result<null>> {
    const accounts = this.#database.getRepository(AccountEntity);
    const account = await accounts.findOneBy({ personId });
    if (!account || !(await isPassword(present, account.passwordHash))) return fail("sign-in.wrong");
    if (code !== "" && !CODE.test(code))
      return fail("value.invalid", { field: "The short code", value: "what you typed", why: "it has four to eight digits" });
    await accounts.update({ personId }, { screenCodeHash: code === "" ? null : await hashPassword(code) });
    return ok(null);
  }

  async #hashesOf(personId: string): Promise<Hashes | null> {
    const account = await this.#database.getRepository(AccountEntity).findOneBy({ personId });
    if (account) this.#known.set(personId, account);
    return account;
  }
}

async function fits(secret: string, { passwordHash, screenCodeHash }: Hashes): Promise<boolean> {
  return (screenCodeHash !== null && (await isPassword(secret, screenCodeHash))) || isPassword(secret, passwordHash);
}
