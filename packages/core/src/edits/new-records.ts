import type { Change } from "../document/transaction";
import type { Device } from "../territory/device";
import type { GroupMaster } from "../playback/group-master";
import type { MacroCard } from "../playback/macro-card";
import { freePlace } from "../playback/page-grid";
import type { Page, Playback } from "../playback/playback";
import type { SpeedMaster } from "../playback/speed-master";
import type { Preset } from "../preset/preset";
import type { HeadKey } from "../rig/fixture";
import type { Group } from "../rig/group";
import { masked } from "../selection/mask";
import type { Shape } from "../shape/place";
import type { SavedShape } from "../shape/saved-shape";
import { cardsOf, type PageCard } from "../show/cards-of";
import { firstTime } from "./setting-changes";
import type { Show } from "../show/show";
import type { Territory } from "../territory/territory";

/** What a new record needs besides its content. */
export interface Made {
  /** A fresh id without its prefix. */
  readonly newId: () => string;
  /** Whose it is; null = common, or the lead's. */
  readonly territoryId: string | null;
}

/** The rank behind all that there are; the first has rank 1. */
function lastRank(records: readonly { readonly rank: number }[]): number {
  return 1 + Math.max(0, ...records.map(({ rank }) => rank));
}

const NAME = 80;

/** A name that nothing else of its kind has: with a number behind it where it is taken. */
export function freeName(name: string, others: readonly { readonly name: string | null }[]): string {
  const taken = new Set(others.map((other) => other.name?.trim().toLowerCase()));
  const free = (candidate: string): boolean => !taken.has(candidate.toLowerCase());
  if (free(name)) return name;
  for (let number = 2; ; number++) {
    const next = `${name.slice(0, NAME - 1 - String(number).length)} ${number}`;
    if (free(next)) return next;
  }
}

/** A new group at the end of the cast. */
export function newGroup(show: Show, of: Made & { name: string; heads: readonly HeadKey[]; after?: number }): Group {
  const { newId, name, heads, territoryId, after = 0 } = of;
  return {
    id: `group-${newId()}`,
    kind: "group",
    version: 1,
    name: freeName(name.slice(0, NAME), show.all("group")),
    rank: lastRank(show.all("group")) + after,
    heads,
    territoryId,
  };
}

/** All k-ths of a group as groups of their own: odd and even, or the 1st, 2nd, 3rd of 3. */
export function splitChanges(show: Show, group: Group, { parts, newId }: { parts: number; newId: () => string }): Change[] {
  return Array.from({ length: parts }, (_, index): Change => {
    const name = parts === 2 ? `${group.name} ${index === 0 ? "odd" : "even"}` : `${group.name} ${index + 1} of ${parts}`;
    const heads = masked(group.heads, { type: "every", n: parts, at: index + 1 });
    return { op: "add", record: newGroup(show, { newId, name, heads, territoryId: group.territoryId, after: index }) };
  });
}

/** A new page behind the others; common unless it is somebody's. */
export function newPage(show: Show, { newId, territoryId }: Made): Page {
  const pages = show.all("page");
  return { id: `page-${newId()}`, kind: "page", version: 1, name: `Page ${pages.length + 1}`, rank: lastRank(pages), territoryId };
}

const CARD = { columns: 2, rows: 3 };
const MASTER = { columns: 1, rows: 3 };
const MACRO = { columns: 2, rows: 2 };

/** A card of a list at the first free place of a page. */
export function newCard(show: Show, of: { newId: () => string; pageId: string; listId: string }): Playback {
  return {
    id: `card-${of.newId()}`,
    kind: "playback",
    version: 1,
    pageId: of.pageId,
    listId: of.listId,
    ...freePlace(cardsOf(show, of.pageId), CARD),
    ...CARD,
    releaseSeconds: firstTime(show, "releaseSeconds"),
    startsOnRaise: true,
    letsGoAtZero: true,
  };
}

const CARD_PREFIX = { playback: "card", groupMaster: "group-master", board: "board", macroCard: "macro-card" } as const;

/** A copy of a card or a group's master, options and all, at the first free place of a page. */
export function copiedCard<C extends PageCard>(show: Show, card: C, of: { newId: () => string; pageId: string }): C {
  const { columns, rows } = card;
  return {
    ...card,
    id: `${CARD_PREFIX[card.kind]}-${of.newId()}`,
    version: 1,
    pageId: of.pageId,
    ...freePlace(cardsOf(show, of.pageId), { columns, rows }),
  };
}

/** A master of a group at the first free place of a page. */
export function newGroupMaster(
  show: Show,
  of: { newId: () => string; pageId: string; group: Group; how: GroupMaster["how"] },
): GroupMaster {
  return {
    id: `group-master-${of.newId()}`,
    kind: "groupMaster",
    version: 1,
    pageId: of.pageId,
    name: of.group.name,
    who: { groupIds: [of.group.id] },
    how: of.how,
    ...freePlace(cardsOf(show, of.pageId), MASTER),
    ...MASTER,
  };
}

/** A macro at the first free place of a page. */
export function newMacroCard(show: Show, of: { newId: () => string; pageId: string; macroId: string }): MacroCard {
  return {
    id: `macro-card-${of.newId()}`,
    kind: "macroCard",
    version: 1,
    pageId: of.pageId,
    macroId: of.macroId,
    ...freePlace(cardsOf(show, of.pageId), MACRO),
    ...MACRO,
  };
}

/** A speed master behind the others. */
export function newSpeedMaster(show: Show, { newId, territoryId }: Made): SpeedMaster {
  const rank = 1 + Math.max(-1, ...show.all("master").map((master) => master.rank));
  const owner = territoryId === null ? {} : { territoryId };
  return { id: `master-${newId()}`, kind: "master", version: 1, name: `Speed ${rank + 1}`, rank, ...owner };
}

/** A preset of some content behind the others. */
export function newPreset(show: Show, of: Made & Pick<Preset, "name" | "family" | "universal" | "perProfile" | "perHead">): Preset {
  const { newId, name, family, territoryId, universal, perProfile, perHead } = of;
  return {
    id: `preset-${newId()}`,
    kind: "preset",
    version: 1,
    name: name === null || name.trim() === "" ? null : name.trim().slice(0, NAME),
    rank: lastRank(show.all("preset")),
    family,
    territoryId,
    universal,
    perProfile,
    perHead,
  };
}

/** A shape by name behind the others. */
export function newSavedShape(show: Show, of: { newId: () => string; name: string; shape: Shape }): SavedShape {
  const rank = lastRank(show.all("savedShape"));
  return { id: `shape-${of.newId()}`, kind: "savedShape", version: 1, name: of.name.slice(0, NAME), rank, shape: of.shape };
}

/** A territory beside those of a division, with a tint that none of them has as long as there is one. */
export function newTerritory(among: readonly Territory[], { newId, tints }: { newId: () => string; tints: number }): Territory {
  const used = new Set(among.map(({ tint }) => tint % tints));
  const tint = Array.from({ length: tints }, (_, at) => at).find((at) => !used.has(at)) ?? 0;
  return {
    id: `territory-${newId()}`,
    kind: "territory",
    version: 1,
    name: `Territory ${among.length + 1}`,
    tint,
    parts: [],
    personIds: [],
  };
}

/** A machine that is let in: it plays what its territory's people may, until it is told whose it is. */
export function newDevice({ newId, address }: { newId: () => string; address: string }): Device {
  return {
    ...{ id: `device-${newId()}`, kind: "device", version: 1, name: `Device at ${address}` },
    ...{ address, plays: "territory", territoryId: null },
  };
}
