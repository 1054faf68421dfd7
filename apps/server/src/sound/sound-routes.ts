import { randomUUID } from "node:crypto";
import { pipeline } from "node:stream/promises";
import { Router, type Request, type Response } from "express";
import type { DataSource } from "typeorm";
import { mayBuild, type Person } from "@vexa/core";
import { answerError } from "../http/answer-error";
import type { StagePort } from "../stage/stage-port";
import { SHOW_ID } from "../show/seed";
import { SoundStore } from "./sound-store";

/** Files of sound: their octets go in and out here, what the show says of them goes through its stage. */
export function soundRoutes(database: DataSource, stage: StagePort): Router {
  const router = Router();
  const sounds = new SoundStore(database);
  const who = (request: Request, response: Response): Person | null => {
    const person = stage.show.get("person", request.session.personId);
    if (!person) answerError(response, { code: "sign-in.needed", details: {} });
    return person;
  };

  router.post(
    "/",
    (request, response, next) => {
      const person = who(request, response);
      if (person && !mayBuild(person))
        answerError(response, { code: "reach.role", details: { what: "Adding a sound", who: "programmers and the lead" } });
      else if (person) next();
    },
    async (request, response) => {
      const id = `sound-${randomUUID()}`;
      const kept = await sounds.keep({ showId: SHOW_ID, id }, request);
      if (kept.ok) response.status(201).json({ id });
      // What still comes of a refused file isn't waited for.
      else answerError(response.set("Connection", "close"), kept.error);
    },
  );

  router.get("/:id", async (request, response) => {
    if (!who(request, response)) return;
    const of = { showId: SHOW_ID, id: request.params.id };
    const file = await sounds.find(of);
    if (!file) {
      answerError(response, { code: "record.unknown", details: { what: "sound" } });
      return;
    }
    response.set({
      "Content-Type": file.contentType,
      "Content-Length": String(file.size),
      // Compressing it again would only cost time.
      "Cache-Control": "private, max-age=31536000, immutable, no-transform",
    });
    await pipeline(sounds.read(of), response);
  });
  return router;
}
