import { IsString, Length } from "class-validator";
import { Router, type Request, type RequestHandler } from "express";
import type { DataSource } from "typeorm";
import type { Person, UserError } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedIn } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import { ScreenLock } from "./screen-lock";
import type { SessionBook } from "./session-book";
import { SignInGuard } from "./sign-in-guard";

declare module "express-session" {
  interface SessionData {
    /** Nothing can be done from this browser until its screen is unlocked. */
    locked?: boolean;
  }
}

class UnlockDto {
  @IsString()
  @Length(1, 200)
  secret: string;
}

class CodeDto {
  @IsString()
  @Length(1, 200)
  present: string;

  @IsString()
  @Length(0, 8)
  code: string;
}

/** What a browser with a locked screen may still ask for, below /api. */
const OPEN = new Set(["GET /session", "DELETE /session", "POST /session/unlock"]);

/** Errors of somebody who guesses. */
const WRONG: ReadonlySet<string> = new Set(["screen.wrong", "sign-in.wrong"]);

/** From a locked screen nothing is read or done. */
export const whileUnlocked: RequestHandler = (request, response, next) => {
  if (request.session.locked && !OPEN.has(`${request.method} ${request.path.replace(/\/$/, "")}`))
    answerError(response, { code: "screen.locked", details: {} });
  else next();
};

/** Locks the screen of this browser, unlocks it, and sets the short code that does. What plays goes on. */
export function lockRoutes(of: { database: DataSource; here: () => boolean; stage: StagePort; book: SessionBook }): Router {
  const { stage, book } = of;
  const router = Router();
  const lock = new ScreenLock(of.database, of.here);
  const guard = new SignInGuard();
  router.post("/lock", async (request, response) => {
    const person = signedIn(stage, request, response);
    if (!person) return;
    await lock.prepare(person.id);
    request.session.locked = true;
    book.emit("locked", request.sessionID, true);
    response.status(204).end();
  });
  /** Does something for somebody who hasn't guessed wrong too often. */
  const guarded =
    <T extends object>(dto: new () => T, work: (given: T, person: Person, request: Request) => Promise<UserError | null>): RequestHandler =>
    async (request, response) => {
      const person = signedIn(stage, request, response);
      if (!person) return;
      const given = parseDto(dto, request.body);
      if (!given.ok) return answerError(response, given.error);
      const address = request.ip ?? "";
      const waitMs = guard.waitMs(person.id, address);
      if (waitMs > 0) return answerError(response, { code: "sign-in.wait", details: { seconds: String(Math.ceil(waitMs / 1000)) } });
      const error = await work(given.value, person, request);
      if (!error) guard.succeeded(person.id, address);
      else if (WRONG.has(error.code)) guard.failed(person.id, address);
      if (error) answerError(response, error);
      else response.status(204).end();
    };
  router.post(
    "/unlock",
    guarded(UnlockDto, async ({ secret }, person, request) => {
      if (!(await lock.opens(person.id, secret))) return { code: "screen.wrong", details: {} };
      request.session.locked = false;
      book.emit("locked", request.sessionID, false);
      return null;
    }),
  );
  router.post(
    "/code",
    guarded(CodeDto, async (given, person) => {
      const set = await lock.setCode(person.id, given);
      return set.ok ? null : set.error;
    }),
  );
  return router;
}
