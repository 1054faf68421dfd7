import { boxText, readBox } from "../follow/stage-box";
import { MOST_METRES } from "../follow/stage-point";
import { LEAST_SPEED, MOST_LEAD_SECONDS, MOST_RING, MOST_SMOOTH_SECONDS, MOST_SPEED, type Follow } from "../follow/target";
import { ok, type Result } from "../errors/result";
import { readQuantity } from "../units/read-quantity";
import { notRead } from "./line";

type Options = Omit<Follow, "targetIds" | "width" | "edge" | "light">;

interface Option {
  /** What it says; null where the text is none of it. */
  readonly read: (text: string) => Options | null;
  /** As it is read again; null where it says nothing of that. */
  readonly written: (follow: Follow) => string | null;
  /** What to write instead. */
  readonly asks: string;
}

function number(field: "ring" | "leadSeconds" | "smoothSeconds" | "mostSpeed", ends: readonly [number, number], asks: string): Option {
  const quantity = field === "leadSeconds" || field === "smoothSeconds" ? "seconds" : "metres";
  return {
    read(text) {
      const value = readQuantity(text.replace(/\s*m\/s$/i, ""), quantity);
      return value !== null && value >= ends[0] && value <= ends[1] ? { [field]: value } : null;
    },
    written: (follow) => (follow[field] === undefined ? null : String(follow[field])),
    asks: `${asks}: ${ends[0]} to ${ends[1]}`,
  };
}

/** What is said of a follow behind the names of its targets, word by word, in the order in which it is written. */
const OPTIONS: Readonly<Record<string, Option>> = {
  around: number("ring", [0, MOST_RING], "write metres around the target, such as around 2"),
  ahead: number("leadSeconds", [0, MOST_LEAD_SECONDS], "write seconds ahead, such as ahead 0.3"),
  beside: {
    read(text) {
      const [x, y, z, ...more] = text.split(/\s+/).map((axis) => readQuantity(axis, "metres") ?? NaN);
      const fit = more.length === 0 && [x, y, z].every((axis) => axis !== undefined && Math.abs(axis) <= MOST_METRES);
      return fit ? { offset: { x: x!, y: y!, z: z! } } : null;
    },
    written: ({ offset }) => (offset ? [offset.x, offset.y, offset.z].join(" ") : null),
    asks: "write metres to the right, upstage and up, such as beside 0 0 0.5",
  },
  softly: number("smoothSeconds", [0, MOST_SMOOTH_SECONDS], "write over how many seconds, such as softly 0.5"),
  speed: number("mostSpeed", [LEAST_SPEED, MOST_SPEED], "write metres a second, such as speed 2"),
  within: {
    read(text) {
      const within = readBox(text);
      return within && { within };
    },
    written: ({ within }) => (within ? boxText(within, " ") : null),
    asks: "write two corners in metres, such as within -4 -2 0..4 3 2",
  },
};

const WORDS = Object.keys(OPTIONS).join("|");
const SOME = new RegExp(` (${WORDS})(?: |$)`, "i");

/** A text apart into the names of targets and what is said behind them. */
export function apartFromNames(text: string): { readonly names: string; readonly options: string } {
  const at = text.search(SOME);
  return at < 0 ? { names: text, options: "" } : { names: text.slice(0, at), options: text.slice(at) };
}

/** ` around 2 softly 0.5`: what is said behind the names. */
export function readFollowOptions(text: string): Result<Options> {
  // Of a word and what stands behind it by turns: the first piece is empty.
  const pieces = text.split(new RegExp(` (${WORDS})(?= |$)`, "i")).slice(1);
  let options: Options = {};
  for (let at = 0; at < pieces.length; at += 2) {
    const { read, asks } = OPTIONS[pieces[at]!.toLowerCase()]!;
    const said = pieces[at + 1]!.trim();
    const found = read(said);
    if (!found) return notRead(said || pieces[at]!, asks);
    if (Object.keys(found).some((field) => field in options)) return notRead(pieces[at]!, "say it once");
    options = { ...options, ...found };
  }
  return ok(options);
}

/** As `readFollowOptions` reads it. */
export function followOptionsText(follow: Follow): string {
  return Object.entries(OPTIONS)
    .map(([word, { written }]) => [word, written(follow)] as const)
    .flatMap(([word, text]) => (text === null ? [] : ` ${word} ${text}`))
    .join("");
}
