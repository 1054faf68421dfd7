import { IsString, Length } from "class-validator";
import { Router, type Request, type Response } from "express";
import { rateLimit } from "express-rate-limit";
import type { DataSource } from "typeorm";
import { ROLES, type DemoSignIn } from "@vexa/core";
import { DEMO_SIGN_INS } from "@vexa/demo/sign-ins";
import { AccountEntity } from "../storage/entities";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedIn } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import { changeOwnPassword, signIn } from "./accounts";
import { beginSession } from "./begin-session";
import type { SessionBook } from "./session-book";
import { SignInGuard } from "./sign-in-guard";

declare module "express-session" {
  interface SessionData {
    personId: string;
    /** Milliseconds since 1970. */
    since: number;
    /** What the browser calls itself. */
    agent: string;
  }
}

class SignInDto {
  @IsString()
  @Length(1, 80)
  signInName: string;

  @IsString()
  @Length(1, 200)
  password: string;
}

class PasswordDto {
  @IsString()
  @Length(1, 200)
  present: string;

  @IsString()
  @Length(1, 200)
  next: string;
}

/** Sign in, sign out, who am I, where else am I signed in, and a new password. */
export function sessionRoutes({ database, stage, book }: { database: DataSource; stage: StagePort; book: SessionBook }): Router {
  const router = Router();
  const guard = new SignInGuard();
  const limiter = rateLimit({
    windowMs: 60_000,
    limit: 60,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_request, response) => answerError(response, { code: "sign-in.too-often", details: {} }),
  });
  /** The demo's people, for whoever sits at the machine itself: their passwords stand in the docs and work nowhere else. */
  router.get("/demo", limiter, async (request: Request, response: Response) => {
    const here = /^(127\.|::1$|::ffff:127\.)/.test(request.ip ?? "");
    const accounts = here ? await database.getRepository(AccountEntity).findBy({ hasDemoPassword: true }) : [];
    const lines = accounts.flatMap(({ signInName, personId }): DemoSignIn[] => {
      const person = stage.show.get("person", personId);
      const password = DEMO_SIGN_INS.find((each) => each.signInName === signInName)?.password;
      return person && password !== undefined ? [{ signInName, password, name: person.name, role: person.role }] : [];
    });
    response.json(lines.sort((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role)));
  });

  router.post("/", limiter, async (request: Request, response: Response) => {
    const given = parseDto(SignInDto, request.body);
    if (!given.ok) {
      answerError(response, given.error);
      return;
    }
    const [name, address] = [given.value.signInName.trim().toLowerCase(), request.ip ?? ""];
    const waitMs = guard.waitMs(name, address);
    if (waitMs > 0) {
      response.set("Retry-After", String(Math.ceil(waitMs / 1000)));
      answerError(response, { code: "sign-in.wait", details: { seconds: String(Math.ceil(waitMs / 1000)) } });
      return;
    }
    const person = await signIn(database, given.value);
    if (!person.ok) {
      guard.failed(name, address);
      answerError(response, person.error);
      return;
    }
    guard.succeeded(name, address);
    await beginSession(request, person.value);
    response.status(201).json({ personId: person.value });
  });
  router.get("/", (request, response) => {
    const { personId } = request.session;
    if (personId) response.json({ personId, locked: request.session.locked ?? false });
    else answerError(response, { code: "sign-in.needed", details: {} });
  });
  router.delete("/", (request, response) => {
    book.emit("ended", request.sessionID);
    request.session.destroy(() => response.clearCookie("vexa").status(204).end());
  });
  router.get("/list", async (request, response) => {
    const person = signedIn(stage, request, response);
    if (person) response.json(await book.of(person.id, request.sessionID));
  });
  router.delete("/list/:id", async (request, response) => {
    const person = signedIn(stage, request, response);
    if (!person) return;
    if (await book.end(person.id, request.params.id)) response.status(204).end();
    else answerError(response, { code: "record.unknown", details: { what: "sign-in" } });
  });
  router.post("/password", limiter, async (request, response) => {
    const person = signedIn(stage, request, response);
    if (!person) return;
    const given = parseDto(PasswordDto, request.body);
    const changed = given.ok ? await changeOwnPassword(database, person.id, given.value) : given;
    if (!changed.ok) {
      answerError(response, changed.error);
      return;
    }
    await book.endAll(person.id, request.sessionID);
    response.status(204).end();
  });
  return router;
}
