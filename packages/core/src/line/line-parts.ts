import { readColor } from "../color/read-color";
import { inTurn, nudgeChanges, strokeFor } from "../edits/sketch-edits";
import { presetOnChanges } from "../edits/preset-on-sketch";
import type { Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import { presetKeys } from "../preset/preset";
import { presetName } from "../preset/preset-name";
import { attributeInfo } from "../rig/attributes";
import { formatFan, knotWords, namedKnots, parseFan } from "../shape/fan";
import { ORDERS } from "../shape/order";
import type { Shape } from "../shape/place";
import type { Show } from "../show/show";
import type { Quantity } from "../units/read-quantity";
import { attributeMeant, hasAttribute } from "./line-attributes";
import { notRead } from "./line";
import { kept, put, type ReadPart, type Spot } from "./line-spot";
import { readFigure, readWave } from "./line-motions";
import { readEdge, readFollow, readWide } from "./line-target-parts";

/** Reads the parts behind a colon: what of, and what is done. Commas between digits are decimal ones. */
export function readParts(text: string, on: Omit<Spot, "attributes">): Result<{ line: string; says: string; changes: readonly Change[] }> {
  const spot: Spot = { ...on, attributes: [] };
  const parts: ReadPart[] = [];
  for (const word of text.split(/,(?!\d)/)) {
    const read = readPart(word.trim(), spot);
    if (!read.ok) return read;
    parts.push(read.value);
  }
  const changes = inTurn(
    on.context.show,
    parts.map(({ edit }) => edit),
  );
  return ok({ line: parts.map((part) => part.text).join(", "), says: parts.map((part) => part.says).join(", "), changes });
}

/** With what parts begin besides attributes and presets. */
export const PART_WORDS = /^(fade|delay|shape|colou?r|point|follow|wide|edge|circle|line|eight|rounded-square)$/i;

function readPart(text: string, spot: Spot): Result<ReadPart> {
  const [first = "", ...others] = text.split(/\s+/);
  const rest = others.join(" ");
  switch (first.toLowerCase()) {
    case "":
      return notRead(text, "write what is to be done, such as dim 80");
    case "fade":
    case "delay":
      return readTime(first.toLowerCase() as "fade" | "delay", rest, spot);
    case "shape":
      return readShape(rest, spot);
    case "color":
    case "colour":
      return readColors(rest, spot);
    case "point":
      return readPoint(others, spot);
    case "follow":
      return readFollow(rest, spot);
    case "wide":
      return readWide(rest, spot);
    case "edge":
      return readEdge(rest, spot);
    default:
      return readPresets(text, spot) ?? readFigure(first, others, spot) ?? readValue(text, spot);
  }
}

function readTime(which: "fade" | "delay", text: string, spot: Spot): Result<ReadPart> {
  const read = parseFan(text, "", "seconds");
  if (!read.ok || read.value.some((seconds) => seconds < 0 || seconds > 3600))
    return notRead(text, `${which} takes seconds such as 2 or 0..1.2`);
  const { context } = spot;
  const said = spot.attributes.length > 0 ? [...spot.attributes] : null;
  const edit = (show: Show): readonly Change[] => {
    const own = strokeFor(show.sketchOf(context.personId)?.strokes ?? {}, spot.who)?.stroke.parts ?? {};
    const attributes = said ?? Object.keys(own);
    return inTurn(
      show,
      attributes.map((attribute) => put(spot, attribute, (present) => present && { ...present, [which]: { knots: read.value } })),
    );
  };
  const fan = formatFan(read.value);
  return ok({ text: `${which} ${fan}`, says: `${which} ${fan} s`, edit });
}

function readShape(text: string, spot: Spot): Result<ReadPart> {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  let shape: Shape = {};
  for (let at = 0; at < words.length; at++) {
    const word = words[at]!;
    const count = Number(words[at + 1]);
    const order = ORDERS.find((each) => each === word);
    if (word === "plain") shape = {};
    else if (word === "folded" || word === "turned") shape = { ...shape, [word]: true };
    else if (word === "clump" || word === "runs") {
      if (!Number.isInteger(count) || count < 1 || count > 20000)
        return notRead(words[at + 1] ?? word, `${word} takes a number, such as ${word} 2`);
      shape = { ...shape, [word]: count };
      at++;
    } else if (order) shape = { ...shape, order };
    else return notRead(word, "shapes are plain, folded, turned, clump 2, runs 4, and orders such as outward or scattered");
  }
  if (words.length === 0) return notRead("shape", "say how it lies, such as shape folded clump 2");
  const attributes = [...spot.attributes];
  if (attributes.length === 0) return notRead("shape", "say first what lies so, such as dim 0..100, shape folded");
  const edit = (show: Show): readonly Change[] =>
    inTurn(
      show,
      attributes.map((attribute) => put(spot, attribute, (present) => present && { ...present, shape })),
    );
  return ok({ text: `shape ${words.join(" ")}`, says: words.join(" "), edit });
}

function readColors(text: string, spot: Spot): Result<ReadPart> {
  const words = knotWords(text);
  const knots = words.map((word) => readColor(word));
  const wrong = words.find((_, at) => knots[at] === null);
  if (wrong !== undefined) return notRead(wrong, "a colour is written as a word, such as amber, or as #ff8800");
  if (!hasAttribute(spot, "Color")) return notRead("color", "none of these heads makes colours");
  spot.attributes.push("Color");
  const edit = put(spot, "Color", (present) => ({ ...kept(present), colors: { knots: knots.map((knot) => knot!), path: "even" } }));
  return ok({ text: `color ${words.join("..")}`, says: `colour ${words.join(" to ")}`, edit });
}

function readPoint(words: readonly string[], spot: Spot): Result<ReadPart> {
  const numbers = words.map(Number);
  if (numbers.length < 2 || numbers.length > 3 || numbers.some((number) => !Number.isFinite(number) || Math.abs(number) > 1000))
    return notRead(words.join(" ") || "point", "a point is metres to the right, upstage and up, such as point 0 2 1.6");
  if (!hasAttribute(spot, "Position")) return notRead("point", "none of these heads moves");
  const [x, y, z = 0] = numbers as [number, number, number?];
  spot.attributes.push("Position");
  const edit = put(spot, "Position", (present) => ({ ...kept(present), points: { knots: [{ x, y, z }], path: "straight" } }));
  return ok({ text: `point ${x} ${y} ${z}`, says: `aimed at ${x}, ${y}, ${z} m`, edit });
}

function readPresets(text: string, spot: Spot): Result<ReadPart> | null {
  const { show, personId, newId } = spot.context;
  const all = namedKnots(text, (word) => show.all("preset").find((preset) => presetName(preset).toLowerCase() === word.toLowerCase()));
  if (!all) return null;
  const keys = presetKeys(all[0]!);
  if (!all.every((preset) => keys.some((key) => presetKeys(preset).includes(key))))
    return notRead(text, "these presets say nothing of the same");
  spot.attributes.push(...keys);
  const edit = (at: Show): readonly Change[] =>
    inTurn(
      at,
      all.map(
        (preset, index) => (before) =>
          presetOnChanges(before, { personId, newId, selection: spot.who, preset, how: index === 0 ? "alone" : "fan" }),
      ),
    );
  const names = all.map(presetName);
  return ok({ text: names.join(".."), says: names.join(" to "), edit });
}

/** With what values begin: a number, or the word for a level. */
const VALUE = /^(?:[+-]?\.?\d|(?:full|half|zero|out|off)(?:\.\.|$))/i;

/** An attribute with a value, a nudge or a wave: `dim 80`, `pan -20..20`, `zoom +5`, `dim wave sine 0..100 phase 0..360 on Pulse`. */
function readValue(text: string, spot: Spot): Result<ReadPart> {
  const words = text.split(/\s+/);
  // The value is the last word, unless a unit stands apart or it is a wave; the name is what stands before it.
  const waveAt = words.findIndex((word) => word.toLowerCase() === "wave");
  const from = waveAt > 0 ? waveAt : words.findIndex((word, at) => at > 0 && VALUE.test(word));
  if (from < 1) return notRead(text, "it is neither a preset nor an attribute with a value, such as dim 80");
  const attribute = attributeMeant(words.slice(0, from).join(" "), spot);
  if (!attribute.ok) return attribute;
  if (waveAt > 0) return readWave(words.slice(from + 1), attribute.value, spot);
  const value = words.slice(from).join(" ");
  const { unit, label } = attributeInfo(attribute.value);
  const [scale, quantity, sign] =
    unit === "percent"
      ? ([100, "percent", " %"] as const)
      : unit === "degrees"
        ? ([1, "degrees", "°"] as const)
        : ([1, "plain", ""] as const);
  const read = parseFan(value.replace(/^\+/, ""), "", quantity satisfies Quantity);
  if (!read.ok) return notRead(value, "write a number, or several with two dots between them, such as 0..80");
  const knots = read.value.map((knot) => knot / scale);
  if (knots.some((knot) => Math.abs(knot) > 100000)) return notRead(value, "it is too large");
  spot.attributes.push(attribute.value);
  const fan = formatFan(read.value);
  if (value.startsWith("+")) {
    const { personId, newId } = spot.context;
    const edit = (show: Show): readonly Change[] =>
      nudgeChanges(show, { personId, newId, selection: spot.who, attribute: attribute.value, by: { knots } });
    return ok({ text: `${label} +${fan}`, says: `${label} ${fan}${sign} more`, edit });
  }
  const edit = put(spot, attribute.value, (present) => ({ ...kept(present), level: { knots } }));
  return ok({ text: `${label} ${fan}`, says: `${label} ${fan.replaceAll("..", " to ")}${sign}`, edit });
}
