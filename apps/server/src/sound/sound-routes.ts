import { randomUUID } from "node:crypto";
import express, { Router, type Request, type Response } from "express";
import type { DataSource } from "typeorm";
import { mayBuild, type Person } from "@vexa/core";
import { answerError } from "../http/answer-error";
import type { StagePort } from "../stage/stage-port";
import { SHOW_ID } from "../show/seed";
import { SoundFileEntity } from "../storage/entities";
import { soundKind } from "./sound-kind";

export const LARGEST_SOUND = "100mb";

/** Files of sound: their octets go in and out here, what the show says of them goes through its stage. */
export function soundRoutes(database: DataSource, stage: StagePort): Router {
  const router = Router();
  const files = database.getRepository(SoundFileEntity);
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
    express.raw({ type: () => true, limit: LARGEST_SOUND }),
    async (request, response) => {
      const content: unknown = request.body;
      const contentType = Buffer.isBuffer(content) ? soundKind(content) : null;
      if (!Buffer.isBuffer(content) || contentType === null) {
        answerError(response, { code: "sound.unreadable", details: { why: "it is none of the kinds that browsers play" } });
        return;
      }
      const id = `sound-${randomUUID()}`;
      await files.insert({ showId: SHOW_ID, id, contentType, content });
      response.status(201).json({ id });
    },
  );

  router.get("/:id", async (request, response) => {
    if (!who(request, response)) return;
    const file = await files.findOneBy({ showId: SHOW_ID, id: request.params.id });
    if (!file) answerError(response, { code: "record.unknown", details: { what: "sound" } });
    else response.set({ "Content-Type": file.contentType, "Cache-Control": "private, max-age=31536000, immutable" }).send(file.content);
  });
  return router;
}
