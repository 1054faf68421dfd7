import type { Who } from "../selection/who";
import { cardName } from "./card-name";
import { cardsOf } from "../show/cards-of";
import { cueName } from "../show/cue-name";
import { presetName } from "../preset/preset-name";
import type { Show } from "../show/show";

/** Where something that is found leads. */
export type FoundLeads =
  | { readonly to: "select"; readonly who: Who }
  | { readonly to: "preset"; readonly presetId: string }
  | { readonly to: "cue"; readonly listId: string; readonly cueId: string | null }
  | { readonly to: "macro"; readonly macroId: string }
  | { readonly to: "song"; readonly songId: string }
  | { readonly to: "path"; readonly path: string };

/** Something of the show by its name, and what going to it does. */
export interface FoundThing {
  readonly key: string;
  readonly kind: string;
  readonly name: string;
  readonly does: string;
  readonly leads: FoundLeads;
}

/** Everything in a show that has a name or a number to go to, in the order in which it is offered. */
export function namedThings(show: Show): FoundThing[] {
  const thing = (kind: string, id: string, of: Omit<FoundThing, "kind" | "key">): FoundThing => ({ kind, key: `${kind} ${id}`, ...of });
  return [
    ...show
      .all("group")
      .map(({ id, name }) => thing("group", id, { name, does: "selects it", leads: { to: "select", who: { groupIds: [id] } } })),
    ...show.all("preset").map((preset) =>
      thing("preset", preset.id, {
        name: presetName(preset),
        does: "lays it on the selection",
        leads: { to: "preset", presetId: preset.id },
      }),
    ),
    ...show
      .all("cueList")
      .map(({ id, name }) => thing("list", id, { name, does: "opens it in Score", leads: { to: "cue", listId: id, cueId: null } })),
    ...show.all("cue").map((cue) =>
      thing("cue", cue.id, {
        name: `${cue.number} ${cueName(cue, show)}`,
        does: `opens it in ${show.get("cueList", cue.listId)?.name ?? "its list"}`,
        leads: { to: "cue", listId: cue.listId, cueId: cue.id },
      }),
    ),
    ...show
      .all("page")
      .map(({ id, name }) => thing("page", id, { name, does: "opens it in Perform", leads: { to: "path", path: `/perform/${id}` } })),
    ...cardsOf(show).map((card) =>
      thing("card", card.id, {
        name: cardName(show, card),
        does: `opens ${show.get("page", card.pageId)?.name ?? "its page"}`,
        leads: { to: "path", path: `/perform/${card.pageId}` },
      }),
    ),
    ...show.all("macro").map(({ id, name }) => thing("macro", id, { name, does: "runs it", leads: { to: "macro", macroId: id } })),
    ...show.all("song").map(({ id, name }) => thing("song", id, { name, does: "begins it", leads: { to: "song", songId: id } })),
    ...show
      .all("target")
      .map(({ id, name }) => thing("target", id, { name, does: "opens the targets in Rig", leads: { to: "path", path: "/rig/targets" } })),
    ...show
      .all("person")
      .map(({ id, name }) => thing("person", id, { name, does: "opens the people in Crew", leads: { to: "path", path: "/crew/people" } })),
    ...show.all("fixture").map(({ id, number, name }) =>
      thing("lamp", id, {
        name: `${number} ${name}`,
        does: "selects its heads",
        leads: { to: "select", who: { heads: show.rig.heads.flatMap(({ key, fixture }) => (fixture.id === id ? [key] : [])) } },
      }),
    ),
  ];
}

/** The things whose name has all words of a search, those that begin with it first; the order is kept otherwise. */
export function thingsNamed<T extends { readonly name: string; readonly kind: string }>(
  things: readonly T[],
  search: string,
  most: number,
): T[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const rank = ({ name, kind }: T): number => {
    const plain = name.toLowerCase();
    if (!words.every((word) => plain.includes(word) || kind.startsWith(word))) return 3;
    if (plain === search.trim().toLowerCase()) return 0;
    return plain.startsWith(words[0]!) || plain.split(" ").some((part) => part === words[0]) ? 1 : 2;
  };
  const ranked = things.map((thing) => ({ thing, at: rank(thing) })).filter(({ at }) => at < 3);
  return ranked
    .sort((a, b) => a.at - b.at)
    .slice(0, most)
    .map(({ thing }) => thing);
}
