import { join } from "node:path";
import express, { Router, type Request, type Response } from "express";
import type { DataSource } from "typeorm";
import { extentOf, type LibraryEntry, type Person } from "@vexa/core";
import { gdtf } from "@vexa/formats";
import { libraryFolder, libraryLamps } from "@vexa/library";
import { answerError } from "../http/answer-error";
import { SHOW_ID } from "../show/seed";
import type { StagePort } from "../stage/stage-port";
import { PICTURE_LIMITS, PictureStore } from "./picture-store";

/** The library of lamps, pictures of wheels, and profiles as files. Profiles themselves are records like all others. */
export function rigRoutes(database: DataSource, stage: StagePort): Router {
  const router = Router();
  const pictures = new PictureStore(database);
  const who = (request: Request, response: Response): Person | null => {
    const person = stage.show.get("person", request.session.personId);
    if (!person) answerError(response, { code: "sign-in.needed", details: {} });
    return person;
  };
  const unknown = (response: Response, what: string): void => answerError(response, { code: "record.unknown", details: { what } });

  router.get("/library", (request, response) => {
    if (!who(request, response)) return;
    const entries = libraryLamps().map(({ file, profile: { id, maker, model, modes } }): LibraryEntry => ({
      file,
      id,
      maker,
      model,
      modes: modes.map(({ name, footprint, moreFootprints = [], heads }) => ({
        name,
        footprints: [footprint, ...moreFootprints],
        heads: heads.length,
      })),
    }));
    response.json(entries);
  });

  router.get("/library/:file", (request, response) => {
    if (!who(request, response)) return;
    // By name among those that are there: what was asked for is never a path.
    const lamp = libraryLamps().find(({ file }) => file === request.params.file);
    if (lamp) response.type("application/octet-stream").sendFile(join(libraryFolder(), lamp.file));
    else unknown(response, "lamp");
  });

  router.get("/profiles/:id/file", async (request, response) => {
    if (!who(request, response)) return;
    const profile = stage.show.get("profile", request.params.id);
    if (!profile) return unknown(response, "profile");
    const bytes = gdtf.write(profile, await pictures.all({ showId: SHOW_ID, profileId: profile.id }));
    response.type("application/octet-stream").attachment(gdtf.fileName(profile)).send(Buffer.from(bytes));
  });

  router.get("/profiles/:id/pictures/:name", async (request, response) => {
    if (!who(request, response)) return;
    const picture = await pictures.find({ showId: SHOW_ID, profileId: request.params.id, name: request.params.name });
    if (!picture) return unknown(response, "picture");
    // A drawing that is opened by itself may neither run nor load anything.
    response
      .set({ "Content-Type": picture.contentType, "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox" })
      .set({ "Cache-Control": "private, max-age=3600", "Content-Disposition": "inline" })
      .send(picture.content);
  });

  router.put(
    "/profiles/:id/pictures/:name",
    (request, response, next) => {
      const person = who(request, response);
      if (person && extentOf(person, "rig") !== "all")
        answerError(response, { code: "reach.role", details: { what: "Adding a picture of a wheel", who: "technicians and the lead" } });
      else if (person) next();
    },
    express.raw({ type: () => true, limit: PICTURE_LIMITS.picture }),
    async (request, response) => {
      const { id: profileId, name } = request.params;
      if (!stage.show.get("profile", profileId) || name.length > 200) return unknown(response, "profile");
      const content: unknown = request.body;
      const kept = await pictures.keep({ showId: SHOW_ID, profileId, name }, Buffer.isBuffer(content) ? content : Buffer.alloc(0));
      if (kept.ok) response.status(204).end();
      else answerError(response, kept.error);
    },
  );
  return router;
}
