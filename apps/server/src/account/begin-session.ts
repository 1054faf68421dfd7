import type { Request } from "express";

/** Lets the browser in as somebody. A new session id, so that one planted before is worth nothing. */
export async function beginSession(request: Request, personId: string): Promise<void> {
  await new Promise<void>((resolve, reject) => request.session.regenerate((error) => (error ? reject(error as Error) : resolve())));
  request.session.personId = personId;
  request.session.since = Date.now();
  request.session.agent = (request.headers["user-agent"] ?? "").slice(0, 300);
}
