import express, { Router } from "express";
import type { DataSource } from "typeorm";
import { extentOf, seenBy } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { signedIn, signedInFor } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import { PHOTO_LIMITS, PhotoStore } from "./photo-store";

/** Photos of notes: their octets go in and out here, the notes themselves are records like all others. */
export function photoRoutes(database: DataSource, stage: StagePort): Router {
  const router = Router();
  const photos = new PhotoStore(database);

  router.post(
    "/",
    (request, response, next) => {
      if (signedInFor({ stage, act: "note", what: "Leaving notes", who: "those who work on the show" }, request, response)) next();
    },
    express.raw({ type: () => true, limit: PHOTO_LIMITS.photo }),
    async (request, response) => {
      const content: unknown = request.body;
      const named = stage.show.all("note").flatMap(({ photoId }) => photoId ?? []);
      const kept = await photos.keep(Buffer.isBuffer(content) ? content : Buffer.alloc(0), named);
      if (kept.ok) response.status(201).json({ id: kept.value });
      else answerError(response, kept.error);
    },
  );

  router.get("/:id", async (request, response) => {
    const person = signedIn(stage, request, response);
    if (!person) return;
    // Whoever doesn't see the note doesn't see what it shows. Before the note is here, whoever has just sent the photo knows its id.
    const note = stage.show.all("note").find(({ photoId }) => photoId === request.params.id);
    const sees = seenBy(stage.show, person);
    const may = note ? sees === null || sees(note) : extentOf(person, "note") !== "no";
    const photo = may ? await photos.find(request.params.id) : null;
    if (!photo) return answerError(response, { code: "record.unknown", details: { what: "photo" } });
    response
      .set({ "Content-Type": photo.contentType, "Content-Disposition": "inline" })
      .set({ "Cache-Control": "private, max-age=3600", "Content-Security-Policy": "default-src 'none'; sandbox" })
      .send(photo.content);
  });
  return router;
}
