import { edit } from "../show/edit";
import type { PlayCommand } from "../playing/commands";
import { cardName } from "../questions/card-name";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { selectedHeads } from "../selection/selection";
import type { Who } from "../selection/who";
import { inTheirOrder } from "../playback/board";
import { coatMaskName } from "../show/coat-mask-name";
import { potName } from "../show/pot-name";
import type { Show } from "../show/show";
import type { Part, Strokes } from "../stroke/stroke";
import { sameJson, type Json } from "../document/record";
import type { LineContext } from "./line";
import { hexOf, partText } from "./part-text";
import { readLine } from "./read-line";

/** An act by hand as a quick line. */
export interface ActLine {
  readonly line: string;
  /** What a level or a part is of: a later one of the same takes its place, as the steps of a drag do. Null = each counts. */
  readonly about: string | null;
}

/** The line that does what somebody has just played; null where no line does. `show` is the one before it. */
export function lineOfCommand(command: PlayCommand, context: LineContext): ActLine | null {
  const meant = plainly(command, context.show);
  const written = write(meant, context.show);
  if (!written) return null;
  // Names may be ambiguous, and numbers finer than lines: it counts only if reading it comes to the same.
  const read = readLine(written.line, context);
  const [does, ...more] = read.ok ? (read.value.play ?? []) : [];
  return does && more.length === 0 && sameJson(rounded(does), rounded(meant)) ? written : null;
}

/** What a touch comes to as things stand: on or off, a cue by its number. */
function plainly(command: PlayCommand, show: Show): PlayCommand {
  if (command.type === "toggle") {
    const runs = (show.playbackState(command.playbackId)?.cueId ?? null) !== null;
    return { type: runs ? "let-go" : "go", playbackId: command.playbackId };
  }
  if (command.type !== "go-to") return command;
  const cueId = show.get("playback", command.playbackId)?.goToCueId;
  return cueId === undefined ? command : { type: "go", playbackId: command.playbackId, cueId };
}

function write(command: PlayCommand, show: Show): ActLine | null {
  const once = (line: string): ActLine => ({ line, about: null });
  const at = (name: string | undefined, value: number): ActLine | null =>
    name === undefined ? null : { line: `${name} at ${Math.round(value * 100) / 100}`, about: `${name} at` };
  const card = "playbackId" in command ? show.get("playback", command.playbackId) : null;
  const name = card && cardName(show, card);
  switch (command.type) {
    case "go": {
      const cue = show.get("cue", command.cueId);
      const [number, time] = [cue ? ` ${cue.number}` : "", command.seconds === undefined ? "" : ` in ${command.seconds}`];
      return name === null ? null : once(`${name} go${number}${time}`);
    }
    case "back":
    case "pause":
    case "continue":
      return name === null ? null : once(`${name} ${command.type}`);
    case "let-go":
      return name === null ? null : once(`${name} let go`);
    case "level":
      return name === null ? null : at(name, command.level * 100);
    case "group-level":
      return at(show.get("groupMaster", command.groupMasterId)?.name, command.level * 100);
    case "group-park": {
      const { groupIds = [], mask } = show.get("groupMaster", command.groupMasterId)?.who ?? {};
      const group = groupIds.length === 1 && !mask ? show.get("group", groupIds[0]) : null;
      return group && once(`${group.name} ${command.on ? "park" : "unpark"}`);
    }
    case "grand-master":
      return at("grand master", command.level * 100);
    case "bpm":
      return at(show.get("master", command.masterId)?.name, command.bpm);
    case "tap":
    case "hold":
    case "run":
    case "resync": {
      const master = show.get("master", command.masterId);
      return master && once(`${master.name} ${command.type}`);
    }
    case "macro-stop": {
      const macro = show.get("macro", command.macroId);
      return macro && once(`stop ${macro.name}`);
    }
    case "blackout":
      return once(command.on ? "blackout" : "blackout off");
    case "curtain-drop":
      return once("curtain down");
    case "curtain-raise":
      return once(command.seconds === 0 ? "curtain up" : `curtain up in ${command.seconds}`);
    case "pace":
      return command.seconds === undefined ? null : { line: `pace ${command.seconds ?? "off"}`, about: "pace" };
    case "song": {
      const song = show.get("song", command.songId);
      return song && once(`song ${song.name}`);
    }
    case "macro": {
      const macro = show.get("macro", command.macroId);
      return macro && once(`run ${macro.name}`);
    }
    case "target-hold":
      return once(command.on ? "hold targets" : "hold targets off");
    case "target-walk":
    case "target-take":
    case "target-free": {
      const name = show.target(command.targetId)?.name;
      return once(
        { "target-walk": `walk ${name}`, "target-take": `take ${name} by hand`, "target-free": `leave ${name} to OSC` }[command.type],
      );
    }
    case "target-off": {
      const [first] = command.targetIds ?? [];
      const whom = first === undefined ? "" : ` ${show.target(first)?.name}`;
      const only = command.on && command.but && headsText(show, command.but);
      if (command.on && command.but) return only ? once(`only ${only} follow${whom}`) : null;
      return once(command.on ? `nobody follows${whom}` : `follow${whom} again`);
    }
    case "paint": {
      const board = show.get("board", command.boardId);
      const bed = board?.beds[command.bedIds[0] ?? ""];
      const pot = board && inTheirOrder(board.pots).find(([id]) => id === command.potId)?.[1];
      const group = show.get("group", bed?.groupId);
      return group && pot
        ? once(`${group.name} paint ${potName(show, pot)}${command.mask ? ` on ${coatMaskName(show, command.mask)}` : ""}`)
        : null;
    }
    case "rinse": {
      const group = show.get("group", show.get("board", command.boardId)?.beds[command.bedIds[0] ?? ""]?.groupId);
      return group && once(`rinse ${group.name}`);
    }
    default:
      return null;
  }
}

/** The lines that make one's sketch from how it was; what no line makes is counted as missed. `context.show` is the one before. */
export function linesOfSketch(after: Show, context: LineContext): { readonly lines: readonly ActLine[]; readonly missed: number } {
  const { show, personId } = context;
  const [was, is] = [show.sketchOf(personId)?.strokes ?? {}, after.sketchOf(personId)?.strokes ?? {}];
  if (sameJson(was, is)) return { lines: [], missed: 0 };
  if (Object.keys(is).length === 0) return { lines: [{ line: "wipe", about: null }], missed: 0 };
  const lines: ActLine[] = [];
  let missed = 0;
  for (const [id, { who, parts }] of Object.entries(is))
    for (const [attribute, part] of Object.entries(parts)) {
      if (sameJson(part, was[id]?.parts[attribute])) continue;
      const line = lineOfPart(after, context, { who, attribute, part });
      if (line) lines.push(line);
      else missed++;
    }
  return { lines, missed };
}

function lineOfPart(after: Show, context: LineContext, of: { who: Who; attribute: Attribute; part: Part }): ActLine | null {
  const { show } = context;
  const whom = whoText(show, of.who);
  const text = partText(show, of.attribute, of.part);
  if (whom === null || text === null) return null;
  const line = `${whom}: ${text}`;
  const read = readLine(line, context);
  const made = read.ok ? edit(show, read.value.changes ?? []) : read;
  if (!read.ok || !made.ok || !read.value.select) return null;
  // It counts only if reading it makes the same of the same heads.
  const heads = selectedHeads(of.who, after);
  const strokes = made.value.sketchOf(context.personId)?.strokes ?? {};
  return sameHeads(heads, read.value.heads) && saidBy(strokes, read.value.select, of) ? { line, about: `${whom}: ${of.attribute}` } : null;
}

function saidBy(strokes: Strokes, who: Who, { attribute, part }: { attribute: Attribute; part: Part }): boolean {
  return Object.values(strokes).some((stroke) => {
    const made = sameJson(stroke.who, who) ? stroke.parts[attribute] : undefined;
    return made !== undefined && sameJson(contentOf(made), contentOf(part));
  });
}

/** Without when it was touched, with colours as they are written. */
function contentOf({ touched: _, ...said }: Part): Json {
  return rounded({ ...said, ...(said.colors ? { colors: { ...said.colors, knots: said.colors.knots.map(hexOf) } } : {}) });
}

/** As fine as lines are written. */
function rounded(of: object): Json {
  return JSON.parse(
    JSON.stringify(of, (_, value: unknown) => (typeof value === "number" ? Math.round(value * 1000) / 1000 : value)),
  ) as Json;
}

function sameHeads(one: readonly string[], other: readonly string[]): boolean {
  return one.length === other.length && one.every((head, at) => head === other[at]);
}

/** A group's name where heads are all of it, in its order. */
function headsText(show: Show, heads: readonly HeadKey[]): string | null {
  const group = show.all("group").find(({ id }) => sameHeads(show.groupHeads(id) ?? [], heads));
  return whoText(show, group ? { groupIds: [group.id] } : { heads });
}

function whoText(show: Show, { groupIds, heads, mask, order, turned }: Who): string | null {
  if (order !== undefined || turned) return null;
  const behind =
    mask === undefined ? "" : mask.type === "every" ? `/${mask.n}.${mask.at}` : mask.type === "runs" ? `/runs ${mask.n}.${mask.at}` : null;
  if (behind === null) return null;
  const names = groupIds
    ? groupIds.map((id) => show.get("group", id)?.name)
    : (heads ?? []).map((key) => show.rig.headByKey.get(key)?.label);
  if (names.length === 0 || names.some((name) => name === undefined)) return null;
  return `${names.join(groupIds ? " + " : ",")}${behind}`;
}

/** The lines with more behind them: of a drag the last step counts. */
export function withLines(lines: readonly ActLine[], more: readonly ActLine[]): ActLine[] {
  return more.reduce<ActLine[]>(
    (all, line) => {
      const last = all.at(-1);
      return last && line.about !== null && last.about === line.about ? [...all.slice(0, -1), line] : [...all, line];
    },
    [...lines],
  );
}
