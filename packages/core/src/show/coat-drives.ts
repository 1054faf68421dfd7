import { COAT_LAYERS, coatIdOf, coatOfId, saysNothing, type Coat } from "../playback/coat";
import type { Bed, Board } from "../playback/board";
import type { Group } from "../rig/group";
import type { HeadKey } from "../rig/fixture";
import { maskedBed } from "../selection/coat-mask";
import { resolve, Resolved } from "../stroke/resolve";
import { contextWith } from "../stroke/row";
import { PLACES } from "../stroke/part-reads";
import type { Part, Stroke } from "../stroke/stroke";
import { reachOfOwner, type Reach } from "../territory/reach";
import type { Show } from "./show";

/** What the people and the content of a board reach: what its page's territory does. */
export function boardReach(show: Show, board: Pick<Board, "pageId">): Reach {
  return reachOfOwner(show.get("page", board.pageId)?.territoryId ?? null, show);
}

/** The beds none of whose heads the page of a board reaches for colour. */
export function barredBeds(show: Show, board: Pick<Board, "pageId" | "beds">): ReadonlySet<string> {
  const reach = boardReach(show, board);
  const barred = Object.entries(board.beds).filter(([, { groupId }]) => {
    const heads = show.groupHeads(groupId) ?? [];
    return heads.length > 0 && !heads.some((head) => reach(head, "Colour"));
  });
  return new Set(barred.map(([bedId]) => bedId));
}

/** Saved groups that a second coat may lie on: those that have some heads of a bed and not all of it. */
export function maskGroups(show: Show, { beds }: Pick<Board, "beds">): readonly Group[] {
  const own = Object.values(beds).map(({ groupId }) => new Set(show.groupHeads(groupId) ?? []));
  const isPartOf = (heads: readonly HeadKey[], bed: ReadonlySet<HeadKey>): boolean => {
    const shared = heads.filter((head) => bed.has(head)).length;
    return shared > 0 && shared < bed.size;
  };
  return show.all("group").filter(({ heads }) => own.some((bed) => isPartOf(heads, bed)));
}

/** The beds of a board that have a coat of colour or a level, or those that somebody gave them. */
export function paintedBeds(show: Show, { id, beds }: Pick<Board, "id" | "beds">, personId?: string): string[] {
  return Object.keys(beds).filter((bedId) =>
    COAT_LAYERS.some((layer) => {
      const coat = show.get("coat", coatIdOf(id, bedId, layer));
      return !saysNothing(coat) && (personId === undefined || coat!.personId === personId);
    }),
  );
}

/** The stroke of a coat: null while it says nothing or its bed is gone. */
export function coatStroke(show: Show, coat: Coat): Stroke | null {
  const bed = show.get("board", coat.boardId)?.beds[coat.bedId];
  if (!bed) return null;
  if (coat.layer === "level") return coat.level === undefined ? null : stroke(bed, { Dimmer: { level: { knots: [1] }, ...PLAIN } });
  if (!coat.color) return null;
  const colors: Pick<Part, "presets" | "colors"> =
    "presetId" in coat.color
      ? { presets: { ids: [coat.color.presetId], path: "straight" } }
      : { colors: { knots: [{ ...coat.color, luminance: 1 }], path: "straight" } };
  const parts = { Color: { ...colors, ...PLAIN } };
  if (!coat.mask) return stroke(bed, parts);
  const placed = (show.groupHeads(bed.groupId) ?? []).flatMap((key) => show.placed(key) ?? []);
  return { ...stroke(bed, parts), who: { heads: maskedBed(placed, coat.mask, (id) => show.groupHeads(id)).map(({ key }) => key) } };
}

const PLAIN = { shape: {}, touched: 1 } as const;

const stroke = ({ groupId }: Bed, parts: Stroke["parts"]): Stroke => ({ who: { groupIds: [groupId] }, parts, rank: 1 });

/** What a coat drives on stage, as far as its board reaches; null while it says nothing. */
export function coatDrives(show: Show, coat: Coat): Resolved | null {
  const board = show.get("board", coat.boardId);
  const drawn = coatStroke(show, coat);
  if (!board || !drawn) return null;
  const resolved = resolve({ coat: drawn }, contextWith(show, { reaches: boardReach(show, board) }));
  const groupId = board.beds[coat.bedId]!.groupId;
  const masks = typeof coat.mask === "object" ? [coat.mask.groupId] : [];
  return new Resolved(resolved.content, new Set([...resolved.reads, board.id, groupId, ...masks, PLACES]));
}

/** Whether content may name this in place of a preset: the coat of a bed that there is. */
export function isCoatOfBed(show: Show, id: string): boolean {
  const of = coatOfId(id);
  return of !== null && of.layer !== "level" && show.get("board", of.boardId)?.beds[of.bedId] !== undefined;
}

/** "Rib spots, second coat"; null where there is no such bed. */
export function coatName(show: Show, id: string): string | null {
  const of = coatOfId(id);
  const bed = of && show.get("board", of.boardId)?.beds[of.bedId];
  if (!of || !bed) return null;
  const group = show.get("group", bed.groupId)?.name ?? "A group that is gone";
  return `${group}, ${LAYER_WORDS[of.layer]}`;
}

const LAYER_WORDS = { first: "first coat", second: "second coat", dab: "dab", level: "level" } as const;
