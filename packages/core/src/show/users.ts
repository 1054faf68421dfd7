import type { Cue } from "../cue/cue";
import { cueName } from "./cue-name";
import { coatOfId } from "../playback/coat";
import type { Board } from "../playback/board";
import { presetName } from "../preset/preset-name";
import { motionReads } from "../stroke/part-reads";
import type { Part, Strokes } from "../stroke/stroke";
import { cardsOf } from "./cards-of";
import type { ShowRecord } from "./records";
import type { Show } from "./show";

/** What refers to a record: the one that refers, and what people call it ("cue Lit", "the sketch of Ines"). */
export interface User {
  readonly words: string;
  readonly record: ShowRecord;
}

const named =
  <R extends ShowRecord>(words: (record: R) => string) =>
  (record: R): User => ({ words: words(record), record });

function refersTo({ motion, presets, follow }: Part, id: string): boolean {
  return (
    motion?.masterId === id ||
    (follow?.targetIds.includes(id) ?? false) ||
    (presets?.ids.includes(id) ?? false) ||
    motionReads(motion).includes(id)
  );
}

function controlsOf(id: string, show: Show): User[] {
  return show
    .all("control")
    .filter(({ targetId }) => targetId === id)
    .map(named(({ name }) => `the control ${name} of a wing`));
}

function namedOnBoard(beds: Board["beds"], pots: Board["pots"]): string[] {
  const presets = Object.values(pots).flatMap(({ color }) => ("presetId" in color ? color.presetId : []));
  return [...Object.values(beds).map(({ groupId }) => groupId), ...presets];
}

/** The looks that name a coat of a board in place of a preset. */
function coatsNamed(board: Board, show: Show): User[] {
  const names = (part: Part): boolean =>
    [...(part.presets?.ids ?? []), ...motionReads(part.motion)].some((id) => coatOfId(id)?.boardId === board.id);
  const inStrokes = ({ strokes }: { strokes: Strokes }): boolean =>
    Object.values(strokes).some(({ parts }) => Object.values(parts).some(names));
  return [
    ...show
      .all("cue")
      .filter(inStrokes)
      .map(named((cue) => cueWords(cue, show))),
    ...show
      .all("sketch")
      .filter(inStrokes)
      .map(named(({ personId }) => `the sketch of ${show.get("person", personId)?.name ?? "somebody"}`)),
  ];
}

/** All that still refers to a record. */
export function usersOf(record: ShowRecord, show: Show): User[] {
  const { id } = record;
  const inStrokes = (strokes: Strokes): boolean =>
    Object.values(strokes).some(({ who, parts }) => who.groupIds?.includes(id) || Object.values(parts).some((part) => refersTo(part, id)));
  switch (record.kind) {
    case "profile":
      return show
        .all("fixture")
        .filter(({ profileId }) => profileId === id)
        .map(named(({ name }) => name));
    case "fixture":
      return show
        .all("fixture")
        .filter(({ standsInFor }) => standsInFor === id)
        .map(named(({ name }) => `the spare ${name}, which stands in for it`));
    case "curve":
      return show
        .all("fixture")
        .filter(({ curveId }) => curveId === id)
        .map(named(({ name }) => name));
    case "group":
    case "master":
    case "preset":
    case "savedWave":
    case "picture":
    case "target":
      return [
        ...show
          .all("cue")
          .filter(({ strokes }) => inStrokes(strokes))
          .map(named((cue) => cueWords(cue, show))),
        ...show
          .all("sketch")
          .filter(({ strokes }) => inStrokes(strokes))
          .map(named(({ personId }) => `the sketch of ${show.get("person", personId)?.name ?? "somebody"}`)),
        ...show
          .all("preset")
          .filter(({ universal, perProfile }) =>
            [universal, ...Object.values(perProfile)].some((parts) => Object.values(parts).some((part) => refersTo(part, id))),
          )
          .map(named((preset) => `preset ${presetName(preset)}`)),
        ...show
          .all("playback")
          .filter(({ masterId }) => masterId === id)
          .map(named(({ listId }) => `the card of ${show.get("cueList", listId)?.name ?? "a list"}`)),
        ...show
          .all("cueList")
          .filter(({ chase }) => chase?.masterId === id)
          .map(named(({ name }) => `the chase ${name}`)),
        ...show
          .all("groupMaster")
          .filter(({ who }) => who.groupIds?.includes(id))
          .map(named(({ name }) => `the group master ${name}`)),
        ...show
          .all("board")
          .filter(({ beds, pots }) => namedOnBoard(beds, pots).includes(id))
          .map(named(({ name }) => `the colour board ${name}`)),
        ...(show.all("coat").some(({ color }) => color && "presetId" in color && color.presetId === id)
          ? [{ words: "the stage, where a bed is painted with it", record }]
          : []),
        ...show.territories
          .filter(({ parts }) => parts.some(({ groupIds }) => groupIds.includes(id)))
          .map(named(({ name }) => `territory ${name}`)),
      ];
    case "macro":
      return [
        ...show
          .all("cue")
          .filter(({ macroId }) => macroId === id)
          .map(named((cue) => `${cueWords(cue, show)}, which runs it`)),
        ...show
          .all("macroCard")
          .filter(({ macroId }) => macroId === id)
          .map(named(() => "a card")),
        ...controlsOf(id, show),
        ...show
          .all("runningMacro")
          .filter(({ macroId }) => macroId === id)
          .map(named(() => "a run of it, which can be stopped")),
      ];
    case "sound":
      return show
        .all("cueList")
        .filter(({ time }) => time?.soundId === id)
        .map(named(({ name }) => `the list ${name}`));
    case "cueList":
      return [
        ...show
          .all("cue")
          .filter(({ listId }) => listId === id)
          .map(named((cue) => cueWords(cue, show))),
        ...show
          .all("playback")
          .filter(({ listId }) => listId === id)
          .map(named(() => "a card")),
      ];
    case "cue":
      return show
        .all("playbackState")
        .filter(({ cueId }) => cueId === id)
        .map(named((): string => "a playback that runs it"))
        .concat(
          show
            .all("playback")
            .filter(({ goToCueId }) => goToCueId === id)
            .map(named((): string => "a card that leads to it")),
        )
        .concat(
          show
            .all("cue")
            .filter(({ thenCueId }) => thenCueId === id)
            .map(named((cue) => `${cueWords(cue, show)}, which goes there`)),
        );
    case "page":
      return [
        ...cardsOf(show, id).map(named((card): string => (card.kind === "board" ? `the colour board ${card.name}` : "a card"))),
        ...show
          .all("device")
          .filter(({ pageId }) => pageId === id)
          .map(named(({ name }) => `the device ${name}`)),
      ];
    case "territory":
      return [
        ...show.all("group"),
        ...show.all("cueList"),
        ...show.all("page"),
        ...show.all("preset"),
        ...show.all("master"),
        ...show.all("device"),
      ]
        .filter(({ territoryId }) => territoryId === id)
        .map(named((entry) => (entry.kind === "preset" ? presetName(entry) : entry.name)));
    case "playback":
      return [...(show.playbackState(id)?.cueId ? [{ words: "the stage, where it plays", record }] : []), ...controlsOf(id, show)];
    case "groupMaster":
      return controlsOf(id, show);
    case "board":
      return [
        ...(show.all("coat").some((coat) => coat.boardId === id && coat.color)
          ? [{ words: "the stage, where it is painted", record }]
          : []),
        ...coatsNamed(record, show),
      ];
    case "person":
      return [
        ...show.territories.filter(({ personIds }) => personIds.includes(id)).map(named(({ name }) => name)),
        ...show
          .all("page")
          .filter(({ personId }) => personId === id)
          .map(named(({ name }) => `the page ${name}`)),
      ];
    default:
      return [];
  }
}

/** A cue with the list that it is in: a name alone may be in several. */
function cueWords(cue: Cue, show: Show): string {
  const list = show.get("cueList", cue.listId);
  return `cue ${cueName(cue, show)}${list ? ` of ${list.name}` : ""}`;
}
