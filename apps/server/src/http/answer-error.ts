import { isAway } from "../storage/commit";
import type { ErrorRequestHandler, Response } from "express";
import { ERROR_CATALOGUE, explain, type UserError } from "@vexa/core";

/** Answers with a user's error: its status, code and sentence. */
export function answerError(response: Response, error: UserError): void {
  response.status(ERROR_CATALOGUE[error.code].status).json({ error, sentence: explain(error) });
}

/** The last handler: what express and its parsers throw, and what went wrong in ours. Never shows insides. */
export const lastResort: ErrorRequestHandler = (thrown: unknown, request, response, next) => {
  if (response.headersSent) {
    next(thrown);
    return;
  }
  const { type, status, limit = 0 } = (thrown ?? {}) as { type?: string; status?: number; limit?: number };
  if (type === "entity.too.large")
    answerError(response, { code: "request.too-large", details: { limit: limit < 1e6 ? "100 KB" : "100 MB" } });
  else if (type === "entity.parse.failed") answerError(response, { code: "request.malformed", details: { why: "it isn't JSON" } });
  else if (status !== undefined && status >= 400 && status < 500)
    answerError(response, { code: "request.malformed", details: { why: "the server can't use it" } });
  else if (isAway(thrown)) answerError(response, { code: "database.away", details: {} });
  else {
    request.log?.error({ err: thrown }, "request failed");
    answerError(response, { code: "server.failed", details: {} });
  }
};
