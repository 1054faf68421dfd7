import { randomUUID } from "node:crypto";
import { IsIn, IsInt, IsNumberString, IsOptional, IsString, IsUUID, Length, Min } from "class-validator";
import { Router } from "express";
import type { DataSource } from "typeorm";
import { isVersioned, PLACES, type Place, type VersionLine } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedInFor } from "../http/signed-in";
import { VersionEntity } from "../storage/entities";
import { readHistory } from "../storage/history";
import type { StagePort } from "../stage/stage-port";
import { SHOW_ID } from "./seed";

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

/** Who changed what and when, and named versions of the recorded work. */
export function historyRoutes(database: DataSource, stage: StagePort): Router {
  const router = Router();
  const versions = database.getRepository(VersionEntity);
  const readers = { stage, act: "history", what: "The history", who: "the people of the show" } as const;
  const lead = { stage, act: "restore", what: "Naming versions and bringing them back", who: "the lead" } as const;
  const keep = async (name: string, author: string): Promise<VersionLine> => {
    const records = [...stage.show.records.values()].filter(isVersioned);
    const made = versions.create({ id: randomUUID(), showId: SHOW_ID, name, author, madeAt: new Date(), records });
    await versions.insert(made);
    return lineOf(made);
  };

  router.get("/", async (request, response) => {
    if (!signedInFor(readers, request, response)) return;
    const { from, to, ...others } = request.query;
    const filter = parseDto(HistoryDto, { ...others, from: numberOf(from), to: numberOf(to) });
    if (filter.ok) response.json(await readHistory(database, SHOW_ID, filter.value));
    else answerError(response, filter.error);
  });

  router.get("/versions", async (request, response) => {
    if (!signedInFor(readers, request, response)) return;
    const lines = await versions.find({
      select: ["id", "name", "author", "madeAt"],
      where: { showId: SHOW_ID },
      order: { madeAt: "DESC" },
    });
    response.json(lines.map(lineOf));
  });

  router.post("/versions", async (request, response) => {
    const person = signedInFor(lead, request, response);
    if (!person) return;
    const given = parseDto(VersionDto, request.body);
    if (given.ok) response.status(201).json(await keep(given.value.name, person.id));
    else answerError(response, given.error);
  });

  /** Brings a version back. What was there before is kept as a version of its own. */
  router.post("/versions/:id/restore", async (request, response) => {
    const person = signedInFor(lead, request, response);
    if (!person) return;
    const id = parseDto(VersionIdDto, { id: request.params.id });
    const version = id.ok ? await versions.findOneBy({ id: id.value.id, showId: SHOW_ID }) : null;
    if (!version) {
      answerError(response, { code: "record.unknown", details: { what: "version" } });
      return;
    }
    const before = await keep(`Before bringing back ${version.name}`.slice(0, 80), person.id);
    const done = await stage.restore(person, version);
    if (done.ok) {
      response.json({ before });
      return;
    }
    await versions.delete({ id: before.id });
    answerError(response, done.error);
  });

  return router;
}

function lineOf({ id, name, author, madeAt }: VersionEntity): VersionLine {
  return { id, name, personId: author, at: madeAt.getTime() };
}

/** A query has texts alone. What isn't a number stays as it is, to be refused. */
function numberOf(text: unknown): unknown {
  return typeof text === "string" && /^\d{1,15}$/.test(text) ? Number(text) : text;
}
