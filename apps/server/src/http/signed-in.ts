import type { Request, Response } from "express";
import { extentOf, type Act, type Person } from "@vexa/core";
import type { StagePort } from "../stage/stage-port";
import { answerError } from "./answer-error";

/** Who asks, if their role lets them; otherwise null, and they have been told. `what` is what only the lead may do. */
export function signedIn(stage: StagePort, request: Request, response: Response): Person | null {
  const person = stage.show.get("person", request.session.personId);
  if (!person) answerError(response, { code: "sign-in.needed", details: {} });
  return person;
}

/** The same, for those whose role lets them do this. */
export function signedInFor(
  of: { stage: StagePort; act: Act; what: string; who: string },
  request: Request,
  response: Response,
): Person | null {
  const person = signedIn(of.stage, request, response);
  if (!person || extentOf(person, of.act) !== "no") return person;
  answerError(response, { code: "reach.role", details: { what: of.what, who: of.who } });
  return null;
}
