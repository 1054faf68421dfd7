import { coatIdOf, coatName, coatOfId, cueName, PRIORITIES, type Playback, type Show } from "@vexa/core";

/** Where a source that has a say can be looked at. */
export type SourceLink =
  | { readonly to: "card"; readonly playbackId: string; readonly listId: string; readonly cueId: string | null }
  | { readonly to: "sketch"; readonly personId: string }
  | { readonly to: "group master"; readonly groupMasterId: string }
  | { readonly to: "board"; readonly boardId: string; readonly bedId: string; readonly pageId: string }
  | { readonly to: "nowhere" };

/** What the id of a source in a trace stands for. */
export function sourceOf(sourceId: string, show: Show): { words: string; detail: string; link: SourceLink } {
  if (sourceId.startsWith("sketch ")) {
    const personId = sourceId.slice("sketch ".length);
    return { words: `${show.get("person", personId)?.name ?? "Somebody"}’s sketch`, detail: "", link: { to: "sketch", personId } };
  }
  if (sourceId.startsWith("light ")) {
    const groupMasterId = sourceId.slice("light ".length);
    const name = show.get("groupMaster", groupMasterId)?.name ?? "gone";
    return { words: `Master ${name}`, detail: "lights its heads", link: { to: "group master", groupMasterId } };
  }
  if (sourceId === "sweep") return { words: "What was left behind", detail: "on its way home", link: { to: "nowhere" } };
  const leaving = sourceId.endsWith(" leaving");
  const coat = coatOfId(leaving ? sourceId.slice(0, -" leaving".length) : sourceId);
  if (coat) return coatSourceOf(coat, leaving, show);
  const ahead = sourceId.endsWith(" ahead");
  const playbackId = leaving || ahead ? sourceId.slice(0, sourceId.lastIndexOf(" ")) : sourceId;
  const playback = show.get("playback", playbackId);
  const list = show.get("cueList", playback?.listId);
  if (!playback || !list)
    return { words: sourceId === "light" ? "a master of a group" : "A card that is gone", detail: "", link: { to: "nowhere" } };
  const cue = show.get("cue", show.playbackState(playbackId)?.cueId);
  const coming = ahead ? show.get("cue", show.playbackState(playbackId)?.ahead?.cueId) : null;
  if (ahead) {
    const detail = coming ? `dark, ahead to cue ${coming.number} ${cueName(coming, show)}` : "on its way back";
    return { words: list.name, detail, link: { to: "card", playbackId, listId: list.id, cueId: coming?.id ?? null } };
  }
  const detail = leaving ? "what its cue before said, on its way out" : cue ? `cue ${cue.number} ${cueName(cue, show)}` : "let go";
  return { words: list.name, detail, link: { to: "card", playbackId, listId: list.id, cueId: cue?.id ?? null } };
}

function coatSourceOf({ boardId, bedId, layer }: CoatOfBed, leaving: boolean, show: Show): ReturnType<typeof sourceOf> {
  const board = show.get("board", boardId);
  if (!board) return { words: "A colour board that is gone", detail: "", link: { to: "nowhere" } };
  const detail = `${coatName(show, coatIdOf(boardId, bedId, layer)) ?? "a bed that is gone"}${leaving ? ", on its way out" : ""}`;
  return { words: `Board ${board.name}`, detail, link: { to: "board", boardId, bedId, pageId: board.pageId } };
}

type CoatOfBed = NonNullable<ReturnType<typeof coatOfId>>;

/** Who lies above a card, and by which rule. */
export function whyAbove(sourceId: string, playback: Playback, show: Show): string {
  const { words, link } = sourceOf(sourceId, show);
  if (link.to === "sketch") return `${words}: sketches lie above`;
  if (link.to !== "card") return words;
  if (show.get("playback", link.playbackId)?.colors === "add") return `${words}, whose colours add up`;
  const rankOf = (of: Playback | null): number => PRIORITIES.indexOf(of?.priority ?? "normal");
  const other = show.get("playback", link.playbackId);
  if (rankOf(other) > rankOf(playback)) return `${words}: its priority is higher`;
  const [ours, theirs] = [show.playbackState(playback.id), show.playbackState(link.playbackId)];
  return (theirs?.goSeconds ?? 0) > (ours?.goSeconds ?? 0) ? `${words}: started later` : `${words}: its level is higher`;
}
