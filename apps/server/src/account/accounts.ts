import { randomBytes } from "node:crypto";
import type { DataSource } from "typeorm";
import { fail, ok, type Result } from "@vexa/core";
import { AccountEntity } from "../storage/entities";
import { hashPassword, isPassword } from "./password";

const LOOPBACK = new Set(["127.0.0.1", "::1", "localhost"]);
export const SHORTEST_PASSWORD = 10;

/** A hash of nothing that anybody knows: a wrong name takes as long to refuse as a wrong password. */
const NOBODY = hashPassword(randomBytes(16).toString("base64"));

/** The person who signs in with this name and password. */
export async function signIn(database: DataSource, given: { signInName: string; password: string }): Promise<Result<string>> {
  const account = await database.getRepository(AccountEntity).findOneBy({ signInName: given.signInName.trim().toLowerCase() });
  const fits = await isPassword(given.password, account?.passwordHash ?? (await NOBODY));
  return account && fits ? ok(account.personId) : fail("sign-in.wrong");
}

/** Sets a new password, which is nobody's demo password any more. */
export async function changePassword(database: DataSource, signInName: string, password: string): Promise<Result<null>> {
  if (password.length < SHORTEST_PASSWORD)
    return fail("value.invalid", { field: "The password", value: "so short", why: `it needs at least ${SHORTEST_PASSWORD} characters` });
  const changed = await database
    .getRepository(AccountEntity)
    .update({ signInName }, { passwordHash: await hashPassword(password), hasDemoPassword: false });
  return changed.affected ? ok(null) : fail("record.unknown", { what: `account ${signInName}` });
}

/** A person's new password, if they know the present one. */
export async function changeOwnPassword(
  database: DataSource,
  personId: string,
  { present, next }: { present: string; next: string },
): Promise<Result<null>> {
  const account = await database.getRepository(AccountEntity).findOneBy({ personId });
  if (!account || !(await isPassword(present, account.passwordHash))) return fail("sign-in.wrong");
  return changePassword(database, account.signInName, next);
}

export function isLoopback(host: string): boolean {
  return LOOPBACK.has(host);
}

/** Why the server may not listen there: passwords that stand in the docs. Null when it may. */
export async function refusalToListen(database: DataSource, host: string): Promise<string | null> {
  if (isLoopback(host)) return null;
  const open = await database.getRepository(AccountEntity).findBy({ hasDemoPassword: true });
  if (open.length === 0) return null;
  const names = open.map(({ signInName }) => signInName).join(", ");
  return `Vexa won't listen on ${host} while ${names} still have their demo passwords, which everybody can read. Change each with: ./vexa password NAME`;
}
