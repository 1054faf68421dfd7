import { join } from "node:path";
import express, { Router, type Request, type Response } from "express";
import type { DataSource } from "typeorm";
import { createHash } from "node:crypto";
import {
  extentOf,
  fail,
  LAYER_OF_NONE,
  modeOf,
  patchesOf,
  type LibraryEntry,
  type Person,
  type PlanLamp,
  type PlanThing,
  type Show,
} from "@vexa/core";
import { gdtf, mvr } from "@vexa/formats";
import { libraryFolder, libraryLamps } from "@vexa/library";
import { answerError } from "../http/answer-error";
import { signedInFor } from "../http/signed-in";
import { SHOW_ID } from "../show/seed";
import type { StagePort } from "../stage/stage-port";
import { PRINTS, printRig } from "./print";
import { takeDemo } from "./take-demo";
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

  router.get("/plan", async (request, response) => {
    if (!who(request, response)) return;
    const { show } = stage;
    const used = show.all("profile").filter(({ id }) => show.all("fixture").some(({ profileId }) => profileId === id));
    const names = new Map<string, string>();
    const files = new Map<string, Uint8Array>();
    for (const profile of used) {
      const plain = gdtf.fileName(profile);
      // Two of the same maker and model each keep a file of their own.
      const name = files.has(plain) ? plain.replace(/\.gdtf$/, `@${files.size}.gdtf`) : plain;
      names.set(profile.id, name);
      files.set(name, gdtf.write(profile, await pictures.all({ showId: SHOW_ID, profileId: profile.id })));
    }
    const lamps = show.all("fixture").flatMap((fixture): PlanLamp[] => {
      const mode = modeOf(show.get("profile", fixture.profileId), fixture);
      const { number, name, position, rotation, planId, layer } = fixture;
      const uuid = planId ?? planIdOf(fixture.id);
      return mode
        ? [
            {
              uuid,
              number,
              name,
              spec: names.get(fixture.profileId)!,
              mode: mode.name,
              patches: patchesOf(fixture),
              layer: layer ?? LAYER_OF_NONE,
              position,
              rotation,
            },
          ]
        : [];
    });
    response
      .type("application/octet-stream")
      .attachment("plan.mvr")
      .send(Buffer.from(mvr.write(lamps, files, thingsOf(show))));
  });

  router.get("/print/:what", (request, response) => {
    if (!who(request, response)) return;
    const what = PRINTS.find((each) => each === request.params.what);
    if (!what) return unknown(response, "print");
    const on = new Date().toISOString().slice(0, 16).replace("T", " ");
    response.type("application/pdf").attachment(`${what}.pdf`);
    printRig(stage.show, what, { title: "Vexa", on }).pipe(response);
  });

  router.post("/demo", async (request, response) => {
    const person = signedInFor({ stage, act: "restore", what: "Taking the demo", who: "the lead" }, request, response);
    if (!person) return;
    const begun = stage.show.all("fixture").length > 0 || stage.show.all("cueList").length > 0;
    const done = begun
      ? fail("value.invalid", {
          field: "The demo",
          value: "Understory",
          why: "it is only for shows in which nothing hangs and nothing is written yet",
        })
      : await takeDemo(database, stage, person);
    if (done.ok) response.status(204).end();
    else answerError(response, done.error);
  });

  router.get("/profiles/:id/file", async (request, response) => {
    if (!who(request, response)) return;
    const profile = stage.show.get("profile", request.params.id);
    if (!profile) return unknown(response, "profile");
    const bytes = gdtf.write(profile, await pictures.all({ showId: SHOW_ID, profileId: profile.id }));
    response.type("application/octet-stream").attachment(gdtf.fileName(profile)).send(Buffer.from(bytes));
  });

  const sendPicture = async (response: Response, profileId: string, name: string): Promise<void> => {
    const picture = await pictures.find({ showId: SHOW_ID, profileId, name });
    if (!picture) return unknown(response, "picture");
    // A drawing that is opened by itself may neither run nor load anything.
    response
      .set({ "Content-Type": picture.contentType, "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox" })
      .set({ "Cache-Control": "private, max-age=3600", "Content-Disposition": "inline" })
      .send(picture.content);
  };

  router.get("/profiles/:id/pictures/:name", async (request, response) => {
    if (who(request, response)) await sendPicture(response, request.params.id, request.params.name);
  });

  router.get("/underlays/:name", async (request, response) => {
    if (who(request, response)) await sendPicture(response, UNDERLAYS, request.params.name);
  });

  const keeper = (what: string) => (request: Request, response: Response, next: () => void) => {
    const person = who(request, response);
    if (person && extentOf(person, "rig") !== "all")
      answerError(response, { code: "reach.role", details: { what, who: "technicians and the lead" } });
    else if (person) next();
  };
  const keepPicture = async (request: Request, response: Response, of: { profileId: string; name: string }): Promise<void> => {
    const content: unknown = request.body;
    const kept = await pictures.keep({ showId: SHOW_ID, ...of }, Buffer.isBuffer(content) ? content : Buffer.alloc(0));
    if (kept.ok) response.status(204).end();
    else answerError(response, kept.error);
  };
  const wholeBody = express.raw({ type: () => true, limit: PICTURE_LIMITS.picture });

  router.put("/underlays/:name", keeper("Laying a picture under the plan"), wholeBody, async (request, response) => {
    const { name } = request.params as { name: string };
    if (name.length > 200) unknown(response, "picture");
    else await keepPicture(request, response, { profileId: UNDERLAYS, name });
  });

  router.put("/profiles/:id/pictures/:name", keeper("Adding a picture of a wheel"), wholeBody, async (request, response) => {
    const { id: profileId, name } = request.params as { id: string; name: string };
    if (!stage.show.get("profile", profileId) || name.length > 200) unknown(response, "profile");
    else await keepPicture(request, response, { profileId, name });
  });
  return router;
}

/** Stands for a profile where pictures lie under the plan. */
const UNDERLAYS = "under the plan";

/** Trusses and scenery for a plan's file; an edge of the stage is a thing without height. */
function thingsOf(show: Show): PlanThing[] {
  return show.all("scenery").flatMap(({ id, name, form, position, size, turn, planId, layer }): PlanThing[] =>
    form === "picture"
      ? []
      : [
          {
            uuid: planId ?? planIdOf(id),
            name,
            form: form === "truss" ? "truss" : "riser",
            position,
            size,
            turn,
            layer: layer ?? LAYER_OF_NONE,
          },
        ],
  );
}

/** An id for a lamp that never had one in a plan: always the same for the same lamp. */
function planIdOf(fixtureId: string): string {
  const hex = createHash("sha256").update(fixtureId).digest("hex");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
