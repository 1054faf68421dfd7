import { randomUUID, randomInt } from "node:crypto";
import { IsIn, IsString, Length, Matches } from "class-validator";
import { Router, type Response } from "express";
import type { DataSource } from "typeorm";
import { ROLES, type AccountLine, type Person, type Role } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedInFor } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import { AccountEntity } from "../storage/entities";
import { changePassword } from "./accounts";
import { hashPassword } from "./password";
import type { SessionBook } from "./session-book";

class InviteDto {
  @IsString()
  @Length(1, 80)
  name: string;

  @IsString()
  @Length(1, 3)
  initials: string;

  @IsIn(ROLES)
  role: Role;

  @IsString()
  @Matches(/^[a-z0-9][a-z0-9.-]{1,39}$/, { message: "a sign-in name has 2 to 40 small letters, digits, dots and dashes" })
  signInName: string;
}

/** Words for first passwords: four of them are 40 bits and can be read out across a hall. */
const SYLLABLES = "ba be bi bo da de di do fa fe fi fo ga ge gi go ka ke ki ko la le li lo ma me mi mo na ne ni no".split(" ");

function firstPassword(): string {
  const word = (): string => Array.from({ length: 3 }, () => SYLLABLES[randomInt(SYLLABLES.length)]).join("");
  return [word(), word(), word()].join("-");
}

/** Sign-ins of people, for the lead. Who somebody is and what they may do are records of the show. */
export function peopleRoutes({ database, stage, book }: { database: DataSource; stage: StagePort; book: SessionBook }): Router {
  const router = Router();
  const accounts = database.getRepository(AccountEntity);
  const lead = { stage, act: "crew", what: "The list of sign-ins", who: "the lead" } as const;

  router.get("/", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const lines = await accounts.find({ order: { signInName: "ASC" } });
    response.json(lines.map(({ personId, signInName, hasDemoPassword }): AccountLine => ({ personId, signInName, hasDemoPassword })));
  });

  router.post("/", async (request, response) => {
    const person = signedInFor({ ...lead, what: "Inviting people" }, request, response);
    if (!person) return;
    const given = parseDto(InviteDto, request.body);
    if (!given.ok) {
      answerError(response, given.error);
      return;
    }
    const { signInName, name, initials, role } = given.value;
    const record: Person = { id: `person-${randomUUID()}`, kind: "person", version: 1, name, initials, role };
    const password = firstPassword();
    const account = { signInName, personId: record.id, passwordHash: await hashPassword(password), hasDemoPassword: false };
    // The name is taken in one step, so that two who invite at once can't both have it.
    const { raw } = await accounts.createQueryBuilder().insert().values(account).orIgnore().returning("sign_in_name").execute();
    if ((raw as unknown[]).length === 0) {
      answerError(response, { code: "account.taken", details: { name: signInName } });
      return;
    }
    const changes = [{ op: "add" as const, record }];
    const added = await stage.transact(person, { id: randomUUID(), author: person.id, label: `Invited ${name} as ${role}`, changes });
    if (!added.ok) {
      await accounts.delete({ signInName });
      answerError(response, added.error);
      return;
    }
    response.status(201).json({ personId: record.id, signInName, password });
  });

  /** A new first password, for somebody who forgot theirs. Their sessions end. */
  router.post("/:personId/password", async (request, response) => {
    if (!signedInFor({ ...lead, what: "Giving new passwords" }, request, response)) return;
    const account = await accountOf(request.params.personId, response);
    if (!account) return;
    const password = firstPassword();
    await changePassword(database, account.signInName, password);
    await book.endAll(account.personId);
    response.json({ personId: account.personId, signInName: account.signInName, password });
  });

  /** Takes somebody's sign-in away. What they recorded, and their name in the history, stay. */
  router.delete("/:personId", async (request, response) => {
    const person = signedInFor({ ...lead, what: "Taking sign-ins away" }, request, response);
    if (!person) return;
    if (person.id === request.params.personId) {
      const why = "somebody else who leads has to do that";
      answerError(response, { code: "value.invalid", details: { field: "Your own sign-in", value: "taken away", why } });
      return;
    }
    const account = await accountOf(request.params.personId, response);
    if (!account) return;
    await accounts.delete({ personId: account.personId });
    await book.endAll(account.personId);
    response.status(204).end();
  });

  async function accountOf(personId: string, response: Response): Promise<AccountEntity | null> {
    const account = await accounts.findOneBy({ personId });
    if (!account) answerError(response, { code: "record.unknown", details: { what: "sign-in" } });
    return account;
  }
  return router;
}
