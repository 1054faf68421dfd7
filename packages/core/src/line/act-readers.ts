import { newPreset } from "../edits/new-records";
import { recordChanges } from "../edits/record-cue";
import type { Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import type { PlayCommand } from "../playing/commands";
import { MOST_PACE_SECONDS } from "../playback/pace";
import { cardName } from "../questions/card-name";
import type { Playback } from "../playback/playback";
import { familyOf, presetContent, suggestedScope } from "../preset/record-preset";
import { contentName } from "../preset/preset-name";
import { presetKeys } from "../preset/preset";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import { seenStrokes } from "../stroke/seen";
import type { Strokes } from "../stroke/stroke";
import { territoryFor } from "../territory/own-territory";
import { drivenBpm } from "../tempo/tempo-clock";
import { counted } from "../units/counted";
import { timeCard } from "../playing/list-clock";
import { named, notRead, type LineContext, type LineDoes, type Words } from "./line";

export const does = (line: string, says: string, of: Partial<LineDoes>): Result<LineDoes> => ok({ heads: [], ...of, line, says });

export function secondsOf(text: string, most: number): number | null {
  const seconds = /^\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : NaN;
  return seconds >= 0 && seconds <= most ? seconds : null;
}

/** The card that a list's or a card's own name means: the one that plays, else the first by page and place. */
export function cardMeant(word: string, { show }: LineContext): Result<Playback> {
  const cards = show.all("playback");
  const byName = named(
    cards.filter(({ label }) => label !== undefined),
    word,
    { name: ({ label }) => label!, what: "card" },
  );
  if (byName.ok) return byName;
  const list = named(show.all("cueList"), word, { name: ({ name }) => name, what: "list or card" });
  if (!list.ok) return list;
  const card = cards.find(({ id, listId }) => listId === list.value.id && show.playbackState(id)?.cueId) ?? timeCard(show, list.value.id);
  return card ? ok(card) : notRead(word, "the list has no card on any page");
}

export function setAt({ thing, value }: Words, context: LineContext): Result<LineDoes> {
  const { show } = context;
  const number = Number(value!.replace(",", ".").replace(/\s*(%|bpm)$/i, ""));
  if (!Number.isFinite(number) || number < 0) return notRead(value!, "write a number, such as 80");
  const level = (): Result<number> => (number <= 100 ? ok(number / 100) : notRead(value!, "levels go from 0 to 100"));
  const at = (name: string, command: (level: number) => PlayCommand): Result<LineDoes> => {
    const read = level();
    return read.ok ? does(`${name} at ${number}`, `${name} at ${number} %`, { play: [command(read.value)] }) : read;
  };
  if (/^grand master$/i.test(thing!)) return at("grand master", (to) => ({ type: "grand-master", level: to }));
  const master = show.all("master").find(({ name }) => name.toLowerCase() === thing!.toLowerCase());
  if (master) {
    if (number < 1 || number > 600) return notRead(value!, "tempos go from 1 to 600 beats a minute");
    return does(`${master.name} at ${number}`, `${master.name} at ${number} BPM`, {
      play: [{ type: "bpm", masterId: master.id, bpm: number }],
    });
  }
  const group = show.all("groupMaster").find(({ name, how }) => how !== "parks" && name.toLowerCase() === thing!.toLowerCase());
  if (group) return at(group.name, (to) => ({ type: "group-level", groupMasterId: group.id, level: to }));
  const card = cardMeant(thing!, context);
  if (!card.ok) return card;
  return at(cardName(show, card.value), (to) => ({ type: "level", playbackId: card.value.id, level: to }));
}

/** A pace as long as so many beats of a speed master take now, of the first unless one is named. */
export function paceInBeats(text: string, word: string | undefined, show: Show): Result<LineDoes> {
  const masters = show.all("master");
  const master = named(word === undefined ? masters.slice(0, 1) : masters, word ?? masters[0]?.name ?? "", {
    name: ({ name }) => name,
    what: "speed master",
  });
  if (!master.ok) return master;
  const beats = Number(text.replace(",", "."));
  const tempo = show.tempo(master.value.id);
  const bpm = tempo ? drivenBpm(tempo) : 0;
  if (bpm <= 0) return notRead(master.value.name, "the speed master stands still");
  const seconds = Math.round((60_000 * beats) / bpm) / 1000;
  if (!(beats > 0 && seconds <= MOST_PACE_SECONDS)) return notRead(text, `write how many beats, up to ${MOST_PACE_SECONDS} s`);
  return does(`pace ${seconds}`, `a pace of ${seconds} s for its company, ${counted(beats, "beat")} of ${master.value.name}`, {
    play: [{ type: "pace", seconds }],
  });
}

function ownStrokes({ show, personId }: LineContext): Strokes {
  return show.sketchOf(personId)?.strokes ?? {};
}

const EMPTY_SKETCH = "your sketch is empty: set something first";

export function keepCue({ list, number, name }: Words, context: LineContext): Result<LineDoes> {
  const { show, newId } = context;
  const found = named(show.all("cueList"), list!, { name: (each) => each.name, what: "list" });
  if (!found.ok) return found;
  const cues = show.cuesOf(found.value.id);
  const at = number === undefined ? Math.floor((cues.at(-1)?.number ?? 0) + 1) : Number(number);
  if (at <= 0 || at > 99999) return notRead(number!, "cues are numbered from 0.001 to 99999");
  if (cues.some((cue) => cue.number === at)) return notRead(String(at), "the list has a cue of this number already");
  const strokes = seenStrokes(ownStrokes(context), show);
  if (Object.keys(strokes).length === 0) return notRead("keep", EMPTY_SKETCH);
  const changes = recordChanges(show, {
    ...{ listId: found.value.id, listName: "", cueName: name?.slice(0, 80) ?? "", number: at, inSeconds: 3, strokes, newId },
    territoryId: territoryFor(personOf(context), show),
  });
  const as = name === undefined ? "" : ` as ${name}`;
  return does(`keep in ${found.value.name} ${at}${as}`, `records your sketch as cue ${at} of ${found.value.name}${as}`, { changes });
}

export function keepPreset({ name }: Words, context: LineContext): Result<LineDoes> {
  const { show, newId } = context;
  const all = ownStrokes(context);
  const strokes = seenStrokes(all, show);
  const attributes = [...new Set(Object.values(strokes).flatMap(({ parts }) => Object.keys(parts)))];
  if (attributes.length === 0) return notRead("keep", EMPTY_SKETCH);
  const keys = new Set(
    Object.values(strokes).flatMap(({ who }) => [...(who.heads ?? []), ...(who.groupIds ?? []).flatMap((id) => show.groupHeads(id) ?? [])]),
  );
  const heads = [...keys].flatMap((key) => show.rig.headByKey.get(key) ?? []);
  const content = presetContent({ strokes, attributes, scope: suggestedScope(attributes), heads, resolved: resolve(all, show) });
  if (presetKeys(content).length === 0) return notRead("keep", "your sketch only refers to presets: nothing of its own can be kept");
  const record = newPreset(show, {
    newId,
    territoryId: territoryFor(personOf(context), show),
    name: name!.slice(0, 80),
    family: familyOf(attributes),
    ...content,
  });
  const changes: Change[] = [{ op: "add", record }];
  return does(`keep as ${name}`, `keeps ${contentName(content)} as the preset ${name}`, { changes });
}

function personOf({ show, personId }: LineContext): {
  id: string;
  role: "lead" | "programmer" | "operator" | "technician" | "watcher" | "guest";
} {
  return show.get("person", personId) ?? { id: personId, role: "watcher" };
}
