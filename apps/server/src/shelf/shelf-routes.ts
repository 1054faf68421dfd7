import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsNumber, IsOptional, IsString, Length, Max, Min } from "class-validator";
import express, { Router } from "express";
import type { DataSource } from "typeorm";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedIn, signedInFor } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import type { Versions } from "../show/versions";
import { BEGINNINGS, Shelf, type Beginning } from "./shelf";

class NewShowDto {
  @IsString()
  @Length(1, 80)
  name: string;

  @IsIn(BEGINNINGS)
  from: Beginning;
}

class CopyDto {
  @IsString()
  @Length(1, 80)
  name: string;
}

class OpenDto {
  @IsNumber()
  @Min(0)
  @Max(60)
  seconds: number;
}

class FilesDto {
  @IsArray()
  @ArrayMaxSize(1000)
  @IsString({ each: true })
  @Length(1, 64, { each: true })
  ids: string[];
}

class ShowChangeDto {
  @IsOptional()
  @IsString()
  @Length(1, 80)
  name?: string;

  @IsOptional()
  @IsBoolean()
  archived?: boolean;

  @IsOptional()
  @IsBoolean()
  deleted?: boolean;
}

const LARGEST_FILE = "256mb";

/** The shows of this installation, and shows as files. */
export function shelfRoutes({ database, stage, versions }: { database: DataSource; stage: StagePort; versions: Versions }): Router {
  const router = Router();
  const shelf = new Shelf(database, stage);
  const lead = { stage, act: "restore", what: "Keeping and opening shows", who: "the lead" } as const;
  // One after the other: two that open at once would each keep the other's.
  let queue: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(act: () => Promise<T>): Promise<T> => {
    const done = queue.then(act);
    queue = done.catch(() => undefined);
    return done;
  };

  router.get("/", async (request, response) => {
    if (signedIn(stage, request, response)) response.json(await inTurn(() => shelf.list()));
  });

  router.post("/", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const given = parseDto(NewShowDto, request.body);
    if (given.ok) response.status(201).json({ id: await inTurn(() => shelf.make(given.value.name, given.value.from)) });
    else answerError(response, given.error);
  });

  router.post("/file", express.raw({ type: "application/octet-stream", limit: LARGEST_FILE }), async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const body: unknown = request.body;
    const taken = await inTurn(() => shelf.takeIn(Buffer.isBuffer(body) ? body : Buffer.alloc(0), "The show's file"));
    if (taken.ok) response.status(201).json({ id: taken.value });
    else answerError(response, taken.error);
  });

  router.post("/:id/open", async (request, response) => {
    const person = signedInFor(lead, request, response);
    if (!person) return;
    const given = parseDto(OpenDto, request.body);
    if (!given.ok) return answerError(response, given.error);
    // What is there is kept as a show of its own.
    const done = await inTurn(() => versions.without(() => shelf.open(request.params.id, person, given.value.seconds)));
    if (done.ok) response.status(204).end();
    else answerError(response, done.error);
  });

  router.post("/:id/copy", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const given = parseDto(CopyDto, request.body);
    if (!given.ok) return answerError(response, given.error);
    const made = await inTurn(() => shelf.copy(request.params.id, given.value.name));
    if (made.ok) response.status(201).json({ id: made.value });
    else answerError(response, made.error);
  });

  router.patch("/:id", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const given = parseDto(ShowChangeDto, request.body);
    if (!given.ok) return answerError(response, given.error);
    const done = await inTurn(() => shelf.change(request.params.id, given.value));
    if (done.ok) response.status(204).end();
    else answerError(response, done.error);
  });

  /** For taking parts of it. */
  router.get("/:id/records", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const records = await inTurn(() => shelf.records(request.params.id));
    if (records.ok) response.json(records.value);
    else answerError(response, records.error);
  });

  /** Sounds and pictures of parts that are taken; those that are here already stay. */
  router.post("/:id/files", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const given = parseDto(FilesDto, request.body);
    if (!given.ok) return answerError(response, given.error);
    const done = await inTurn(() => shelf.bringFiles(request.params.id, given.value.ids));
    if (done.ok) response.status(204).end();
    else answerError(response, done.error);
  });

  router.get("/:id/file", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const file = await inTurn(() => shelf.file(request.params.id));
    if (!file.ok) return answerError(response, file.error);
    response
      .type("application/octet-stream")
      .attachment(`${file.value.name.replace(/[^\p{L}\p{N} _-]/gu, "").trim() || "show"}.vexa`)
      .send(Buffer.from(file.value.bytes));
  });

  return router;
}
