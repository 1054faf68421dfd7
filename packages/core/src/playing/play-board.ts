import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import type { Board } from "../playback/board";
import { coatIdOf, COLOR_LAYERS, saysNothing, type Coat, type CoatLayer } from "../playback/coat";
import { movedOn, sameMask, type CoatMask } from "../selection/coat-mask";
import type { Travel } from "../shape/travel";
import type { Show } from "../show/show";
import { clamp, type Seconds } from "../units/units";
import { boardTimes } from "./pace-for";

interface OnBeds {
  readonly boardId: string;
  readonly bedIds: readonly string[];
}

/** What people do with colour boards. Times that are left out are the board's. */
export type BoardCommand =
  | (OnBeds & {
      readonly type: "paint";
      readonly potId: string;
      /** The part of a second coat; none = the first coat, on the whole bed. */
      readonly mask?: CoatMask;
      readonly travel?: Travel;
      readonly fadeSeconds?: Seconds;
      readonly travelSeconds?: Seconds;
    })
  /** A colour that shows while something is held. */
  | (OnBeds & { readonly type: "dab"; readonly press: "down" | "up"; readonly potId?: string })
  /** Takes off the second coats, or all coats and levels. */
  | (OnBeds & { readonly type: "rinse"; readonly coats: "second" | "all" })
  /** Second coats on the other part of a pair go over to this one. */
  | (OnBeds & { readonly type: "mask-on"; readonly mask: CoatMask })
  | (OnBeds & { readonly type: "bed-level"; readonly level: number });

interface By {
  readonly t: Seconds;
  readonly personId: string;
}

export function boardChanges(show: Show, command: BoardCommand, by: By): Result<Change[]> {
  const board = show.get("board", command.boardId);
  if (!board) return fail("record.unknown", { what: "colour board" });
  const bedIds = [...new Set(command.bedIds)];
  if (bedIds.some((bedId) => !board.beds[bedId])) return fail("record.unknown", { what: "bed" });
  const present = (bedId: string, layer: CoatLayer): Coat | null => show.get("coat", coatIdOf(board.id, bedId, layer));
  switch (command.type) {
    case "paint": {
      const pot = board.pots[command.potId];
      if (!pot) return fail("record.unknown", { what: "pot" });
      const { mask, travel, ...own } = command;
      if (typeof mask === "object" && !show.get("group", mask.groupId)) return fail("record.unknown", { what: "group" });
      const times = boardTimes(show, board, own);
      const layer = mask === undefined ? "first" : "second";
      const said = { color: pot.color, ...times, ...(mask ? { mask } : {}), ...(travel ? { travel } : {}) };
      return ok(bedIds.flatMap((bedId) => coatChanges(present(bedId, layer), coat(board, bedId, { layer, ...by, ...said }))));
    }
    case "dab": {
      if (command.press === "up") return ok(bedIds.flatMap((bedId) => takenOff(present(bedId, "dab"), 0, by)));
      const pot = command.potId === undefined ? undefined : board.pots[command.potId];
      if (!pot) return fail("record.unknown", { what: "pot" });
      const said = { layer: "dab", color: pot.color, fadeSeconds: 0, travelSeconds: 0 } as const;
      return ok(bedIds.flatMap((bedId) => coatChanges(present(bedId, "dab"), coat(board, bedId, { ...by, ...said }))));
    }
    case "rinse": {
      const layers = command.coats === "second" ? (["second"] as const) : ([...COLOR_LAYERS, "level"] as const);
      const seconds = command.coats === "second" ? boardTimes(show, board, {}).fadeSeconds : board.releaseSeconds;
      return ok(bedIds.flatMap((bedId) => layers.flatMap((layer) => takenOff(present(bedId, layer), seconds, by))));
    }
    case "mask-on": {
      const times = boardTimes(show, board, { travelSeconds: 0 });
      return ok(
        bedIds.flatMap((bedId) => {
          const second = present(bedId, "second");
          if (!second?.color || !sameMask(second.mask, movedOn(command.mask))) return [];
          const { travel: _, own: __, furtherSeconds: ___, ...rest } = second;
          const next: Coat = { ...rest, mask: command.mask, ...times, goSeconds: by.t, personId: by.personId };
          return fieldChanges(second, next);
        }),
      );
    }
    case "bed-level": {
      const bare = bedIds.find((bedId) => !board.beds[bedId]!.level);
      if (bare !== undefined)
        return fail("value.invalid", { field: "The level", value: String(command.level), why: "this bed has no strip" });
      return ok(
        bedIds.flatMap((bedId) => levelChanges(board, bedId, { present: present(bedId, "level"), level: clamp(command.level, 0, 1), by })),
      );
    }
  }
}

type Said = Pick<Coat, "layer" | "color" | "fadeSeconds" | "travelSeconds"> & Partial<Pick<Coat, "mask" | "travel" | "level" | "own">> & By;

function coat(board: Board, bedId: string, { t, ...said }: Said): Coat {
  const id = coatIdOf(board.id, bedId, said.layer);
  return { id, kind: "coat", version: 1, boardId: board.id, bedId, goSeconds: t, ...said };
}

function coatChanges(present: Coat | null, next: Coat): Change[] {
  return present ? fieldChanges(present, next) : [{ op: "add", record: next }];
}

function takenOff(present: Coat | null, leaveSeconds: Seconds, { personId }: By): Change[] {
  if (!present || saysNothing(present)) return [];
  const { id, kind, version, boardId, bedId, layer, goSeconds, fadeSeconds, travelSeconds } = present;
  const next: Coat = {
    id,
    kind,
    version,
    boardId,
    bedId,
    layer,
    goSeconds,
    fadeSeconds,
    travelSeconds,
    color: null,
    leaveSeconds,
    personId,
  };
  return fieldChanges(present, next);
}

/** A strip that moves is no new touch: it keeps the moment from which it lies where it lies. */
function levelChanges(board: Board, bedId: string, of: { present: Coat | null; level: number; by: By }): Change[] {
  const { present, level, by } = of;
  const next = coat(board, bedId, { layer: "level", color: null, level, fadeSeconds: 0, travelSeconds: 0, ...by });
  const goes = present?.level !== undefined;
  return coatChanges(present, goes ? { ...next, goSeconds: present.goSeconds } : next);
}
