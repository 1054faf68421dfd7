import { IsString, Length } from "class-validator";
import { Router, type Request, type Response } from "express";
import { rateLimit } from "express-rate-limit";
import type { DataSource } from "typeorm";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signIn } from "./accounts";

declare module "express-session" {
  interface SessionData {
    personId: string;
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

/** Sign in, sign out, and who am I. */
export function sessionRoutes(database: DataSource): Router {
  const router = Router();
  const limiter = rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_request, response) => answerError(response, { code: "sign-in.too-often", details: {} }),
  });
  router.post("/", limiter, async (request: Request, response: Response) => {
    const given = parseDto(SignInDto, request.body);
    const person = given.ok ? await signIn(database, given.value) : given;
    if (!person.ok) {
      answerError(response, person.error);
      return;
    }
    // A new session id, so that one planted before signing in is worth nothing.
    await new Promise<void>((resolve, reject) => request.session.regenerate((error) => (error ? reject(error as Error) : resolve())));
    request.session.personId = person.value;
    response.status(201).json({ personId: person.value });
  });
  router.get("/", (request, response) => {
    const { personId } = request.session;
    if (personId) response.json({ personId });
    else answerError(response, { code: "sign-in.needed", details: {} });
  });
  router.delete("/", (request, response) => {
    request.session.destroy(() => response.clearCookie("vexa").status(204).end());
  });
  return router;
}
