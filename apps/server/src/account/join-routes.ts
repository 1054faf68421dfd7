import { IsString, Length } from "class-validator";
import { Router } from "express";
import type { DataSource } from "typeorm";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedIn } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import { AccountEntity } from "../storage/entities";
import { beginSession } from "./begin-session";
import { CODE_SECONDS, JoinCodes } from "./join-codes";
import { SignInGuard } from "./sign-in-guard";

class JoinDto {
  @IsString()
  @Length(1, 40)
  code: string;
}

/** Somebody's own phone comes in by a code that their browser shows. */
export function joinRoutes({ database, stage }: { database: DataSource; stage: StagePort }): Router {
  const router = Router();
  const codes = new JoinCodes();
  const guard = new SignInGuard();
  const accountOf = (personId: string): Promise<AccountEntity | null> => database.getRepository(AccountEntity).findOneBy({ personId });
  router.post("/phone", async (request, response) => {
    const person = signedIn(stage, request, response);
    if (!person) return;
    const account = await accountOf(person.id);
    if (account) response.status(201).json({ code: codes.make(person.id, account.passwordHash), seconds: CODE_SECONDS });
    else answerError(response, { code: "sign-in.needed", details: {} });
  });
  router.post("/join", async (request, response) => {
    const given = parseDto(JoinDto, request.body);
    if (!given.ok) return answerError(response, given.error);
    const address = request.ip ?? "";
    const waitMs = guard.waitMs("join", address);
    if (waitMs > 0) {
      const seconds = String(Math.ceil(waitMs / 1000));
      response.set("Retry-After", seconds);
      return answerError(response, { code: "sign-in.wait", details: { seconds } });
    }
    const taken = codes.take(given.value.code);
    const account = taken && (await accountOf(taken.personId));
    if (!account || account.passwordHash !== taken.passwordHash || !stage.show.get("person", taken.personId)) {
      guard.failed("join", address);
      return answerError(response, { code: "sign-in.code", details: {} });
    }
    guard.succeeded("join", address);
    await beginSession(request, taken.personId);
    response.status(201).json({ personId: taken.personId });
  });
  return router;
}
