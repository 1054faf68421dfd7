import type { RequestHandler } from "express";
import { answerError } from "./answer-error";

const READING = new Set(["GET", "HEAD", "OPTIONS"]);

/** Whether a page that a browser names is our own. Programs that name none aren't browsers, which always do when they write. */
export function isOwnPage(headers: { readonly [name: string]: string | string[] | undefined }): boolean {
  const { origin, host, "sec-fetch-site": site } = headers;
  if (origin !== undefined) {
    try {
      return new URL(String(origin)).host === host;
    } catch {
      return false;
    }
  }
  return site === undefined || site === "same-origin" || site === "none";
}

/** Writes from pages of other sites are refused, whatever cookie the browser sends along. */
export const ownPagesOnly: RequestHandler = (request, response, next) => {
  if (READING.has(request.method) || isOwnPage(request.headers)) next();
  else answerError(response, { code: "request.foreign-page", details: {} });
};

/** Addresses that no text in the database could be equal to are refused before anybody looks there. */
export const plainAddress: RequestHandler = (request, response, next) => {
  const address = decoded(request.originalUrl);
  if (address === null) answerError(response, { code: "request.malformed", details: { why: "its address isn't text" } });
  else if (address.includes("\0"))
    answerError(response, { code: "request.malformed", details: { why: "its address holds the character NUL" } });
  else next();
};

function decoded(address: string): string | null {
  try {
    return decodeURIComponent(address.replaceAll("+", " "));
  } catch {
    return null;
  }
}
