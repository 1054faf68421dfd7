import { Router } from "express";
import { CUE_SHEET_COLUMNS, cueSheet, plainCues, type CueList, type CueSheetRow } from "@vexa/core";
import { csv, usitt } from "@vexa/formats";
import { answerError } from "../http/answer-error";
import { signedIn } from "../http/signed-in";
import { endPaper, newPaper, writeTables, type PaperColumn } from "../paper/paper";
import type { StagePort } from "../stage/stage-port";

const COLUMNS: readonly PaperColumn<keyof CueSheetRow>[] = [
  { of: "number", head: CUE_SHEET_COLUMNS.number, x: 0, width: 40 },
  { of: "name", head: CUE_SHEET_COLUMNS.name, x: 44, width: 130, wraps: true },
  { of: "times", head: CUE_SHEET_COLUMNS.times, x: 180, width: 100, wraps: true },
  { of: "comes", head: CUE_SHEET_COLUMNS.comes, x: 286, width: 110, wraps: true },
  { of: "note", head: CUE_SHEET_COLUMNS.note, x: 402, width: 122, wraps: true },
];

/** A list's cue sheet on paper, as a table for the stage manager, and its levels as text for other programs. */
export function scoreRoutes(stage: StagePort): Router {
  const router = Router();
  const listOf = (id: string): CueList | null => stage.show.get("cueList", id);

  router.get("/:listId/sheet", (request, response) => {
    if (!signedIn(stage, request, response)) return;
    const list = listOf(request.params.listId);
    if (!list) return answerError(response, { code: "record.unknown", details: { what: "cue list" } });
    const on = new Date().toISOString().slice(0, 16).replace("T", " ");
    const paper = newPaper({ title: list.name, size: "A4", layout: "portrait" });
    writeTables(paper, { title: list.name, columns: COLUMNS, tables: [{ title: null, rows: cueSheet(stage.show, list) }] });
    response.type("application/pdf").attachment("cue sheet.pdf");
    endPaper(paper, { title: list.name, on }).pipe(response);
  });

  router.get("/:listId/table", (request, response) => {
    if (!signedIn(stage, request, response)) return;
    const list = listOf(request.params.listId);
    if (!list) return answerError(response, { code: "record.unknown", details: { what: "cue list" } });
    const columns = Object.keys(CUE_SHEET_COLUMNS) as (keyof CueSheetRow)[];
    response
      .type("text/csv")
      .attachment("cues.csv")
      .send(
        csv.write(
          columns,
          cueSheet(stage.show, list).map((row) => ({ ...row })),
        ),
      );
  });
  router.get("/:listId/levels", (request, response) => {
    if (!signedIn(stage, request, response)) return;
    const list = listOf(request.params.listId);
    if (!list) return answerError(response, { code: "record.unknown", details: { what: "cue list" } });
    const { cues, unsaid } = plainCues(stage.show, list);
    const notes = unsaid.map((what) => `Not in it: ${what}.`);
    response
      .type("text/plain")
      .attachment("cues.asc")
      .send(usitt.writeCues(cues, { title: list.name, notes }));
  });
  return router;
}
