import { attributesOf } from "../rig/head-attributes";
import { attributeInfo } from "../rig/attributes";
import { presetName } from "../preset/preset-name";
import type { LineContext } from "./line";
import { LINE_ACTS } from "./line-acts";
import { whoMeant } from "./line-who";

/** What could stand next in a line: the whole line with it, and what it is. */
export interface Completion {
  readonly line: string;
  readonly word: string;
  readonly what: string;
}

const MOST = 8;

/** What may be meant by a line that isn't whole yet, the likeliest first. */
export function completeLine(text: string, context: LineContext): Completion[] {
  const colon = text.indexOf(":");
  // Parts without anybody before them are for the selection.
  const offered =
    colon >= 0
      ? behindColon(text, colon, context)
      : [...before(text, context), ...(text.trim() === "" ? [] : behindColon(`sel: ${text}`, 3, context))];
  return offered.filter(({ line }) => line.trim().toLowerCase() !== text.trim().toLowerCase()).slice(0, MOST);
}

function before(text: string, { show }: LineContext): Completion[] {
  const plain = text.trimStart().toLowerCase();
  const things: { name: string; what: string; more: string }[] = [
    ...show.all("group").map(({ name }) => ({ name, what: "group", more: ": " })),
    ...show.all("cueList").map(({ name }) => ({ name, what: "list", more: " go" })),
    ...show.all("master").map(({ name }) => ({ name, what: "speed master", more: " tap" })),
    ...show.all("groupMaster").map(({ name }) => ({ name, what: "group master", more: " at " })),
  ];
  const begun = things.filter(({ name }) => plain !== "" && name.toLowerCase().startsWith(plain));
  const acts = LINE_ACTS.filter(({ example }) => plain !== "" && example.toLowerCase().startsWith(plain)).map(({ example, what }) => ({
    line: example,
    word: example,
    what,
  }));
  // Behind a name that is whole, what can happen to it.
  const whole = things.filter(({ name }) => plain.startsWith(`${name.toLowerCase()} `) || plain === name.toLowerCase());
  const behind = whole.flatMap(({ name, what }) =>
    (what === "group"
      ? [": ", " park", " unpark", " highlight", " paint "]
      : what === "list"
        ? [" go", " go 1", " back", " pause", " continue", " let go", " at 100"]
        : what === "speed master"
          ? [" tap", " at 120", " hold", " run", " resync"]
          : [" at 100"]
    )
      .map((more) => ({ line: `${name}${more}`, word: `${name}${more}`, what }))
      .filter(({ line }) => line.toLowerCase().startsWith(plain)),
  );
  return [...behind, ...begun.map(({ name, what, more }) => ({ line: `${name}${more}`, word: name, what })), ...acts];
}

function behindColon(text: string, colon: number, context: LineContext): Completion[] {
  const { show } = context;
  const who = whoMeant(text.slice(0, colon).trim() || "sel", context);
  if (!who.ok) return [];
  const from = Math.max(colon, text.lastIndexOf(",")) + 1;
  const head = `${text.slice(0, from)} `;
  const word = text.slice(from).trimStart().toLowerCase();
  const heads = who.value.heads.flatMap((key) => show.rig.headByKey.get(key) ?? []);
  const attributes = attributesOf(heads).filter((name) => name !== "Color" && name !== "Position");
  const offered = [
    ...attributes.map((name) => ({ word: attributeInfo(name).label, what: attributeInfo(name).family })),
    ...show.all("preset").map((preset) => ({ word: presetName(preset), what: "preset" })),
    ...(attributesOf(heads).includes("Color") ? [{ word: "color", what: "a colour in words or #rrggbb" }] : []),
    ...(attributesOf(heads).includes("Position") ? [{ word: "point", what: "metres: right, upstage, up" }] : []),
    { word: "fade", what: "seconds" },
    { word: "delay", what: "seconds" },
    { word: "shape", what: "how it lies along the heads" },
  ];
  return offered
    .filter((each) => each.word.toLowerCase().startsWith(word))
    .map((each) => ({ line: `${head}${each.word} `.replace(/\s+/g, " "), ...each }));
}
