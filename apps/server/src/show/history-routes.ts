import { IsIn, IsInt, IsNumberString, IsOptional, IsString, IsUUID, Length, Min } from "class-validator";
import { Router } from "express";
import type { DataSource } from "typeorm";
import { PLACES, type Place, type ChangedBy } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedInFor } from "../http/signed-in";
import type { VersionEntity } from "../storage/entities";
import { changedSince, readHistory } from "../storage/history";
import type { StagePort } from "../stage/stage-port";
import { SHOW_ID } from "./seed";
import type { Versions } from "./versions";

class HistoryDto {
  @IsOptional()
  @IsString()
  @Length(1, 64)
  personId?: string;

  @IsOptional()
  @IsIn(PLACES)
  place?: Place;

  @IsOptional()
  @IsInt()
  @Min(0)
  from?: number;

  @IsOptional()
  @IsInt()
  @Min(0)
  to?: number;

  @IsOptional()
  @IsNumberString({ no_symbols: true })
  @Length(1, 18)
  before?: string;
}

class VersionDto {
  @IsString()
  @Length(1, 80)
  name: string;
}

class VersionIdDto {
  @IsUUID()
  id: string;
}

/** Who changed what and when, and versions of the recorded work. */
export function historyRoutes(database: DataSource, stage: StagePort, versions: Versions): Router {
  const router = Router();
  const readers = { stage, act: "history", what: "The history", who: "the people of the show" } as const;
  const lead = { stage, act: "restore", what: "Naming versions and bringing them back", who: "the lead" } as const;
  const versionOf = async (id: string): Promise<VersionEntity | null> => {
    const given = parseDto(VersionIdDto, { id });
    return given.ok ? versions.find(given.value.id) : null;
  };
  const gone = { code: "record.unknown", details: { what: "version" } } as const;

  router.get("/", async (request, response) => {
    if (!signedInFor(readers, request, response)) return;
    const { from, to, ...others } = request.query;
    const filter = parseDto(HistoryDto, { ...others, from: numberOf(from), to: numberOf(to) });
    if (filter.ok) response.json(await readHistory(database, SHOW_ID, filter.value));
    else answerError(response, filter.error);
  });

  router.get("/versions", async (request, response) => {
    if (signedInFor(readers, request, response)) response.json(await versions.list());
  });

  router.post("/versions", async (request, response) => {
    const person = signedInFor(lead, request, response);
    if (!person) return;
    const given = parseDto(VersionDto, request.body);
    if (given.ok) response.status(201).json(await versions.keep(given.value.name, person.id));
    else answerError(response, given.error);
  });

  router.get("/versions/:id", async (request, response) => {
    if (!signedInFor(readers, request, response)) return;
    const version = await versionOf(request.params.id);
    if (!version) return answerError(response, gone);
    response.json(version.records);
  });

  router.get("/versions/:id/changes", async (request, response) => {
    if (!signedInFor(readers, request, response)) return;
    const version = await versionOf(request.params.id);
    if (!version) return answerError(response, gone);
    response.json((await changedSince(database, SHOW_ID, version.madeAt)) satisfies ChangedBy);
  });

  /** Brings a version back. What was there before is kept as a version of its own. */
  router.post("/versions/:id/restore", async (request, response) => {
    const person = signedInFor(lead, request, response);
    if (!person) return;
    const version = await versionOf(request.params.id);
    if (!version) return answerError(response, gone);
    const before = await versions.keep(`Before bringing back ${version.name}`.slice(0, 80), person.id);
    const done = await versions.without(() => stage.restore(person, version));
    if (done.ok) {
      response.json({ before });
      return;
    }
    await versions.forget(before.id);
    answerError(response, done.error);
  });

  return router;
}

/** A query has texts alone. What isn't a number stays as it is, to be refused. */
function numberOf(text: unknown): unknown {
  return typeof text === "string" && /^\d{1,15}$/.test(text) ? Number(text) : text;
}
