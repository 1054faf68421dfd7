import { fail, ok, type PlainCue, type PlainTime, type Result } from "@vexa/core";

/**
 * Cues of plain levels as text: USITT ASCII Text Representation for Lighting Console Data 3.0, from memory (no text of it was at hand). Read
 * liberally, written in the plainest form: a keyword a line, `Chan` with levels in percent or as H and two hex digits.
 */

export interface TextCues {
  readonly cues: readonly PlainCue[];
  /** What was left out, in words, each once. */
  readonly left: readonly string[];
}

export const MOST_TEXT_CUES = 5000;
export const MOST_OCTETS = 16_000_000;
const MOST_LEFT = 200;
const LONGEST_NAME = 80;
const DELIMITERS = /[\s,;=<>/@]+/;

interface OpenCue {
  number: number;
  text?: string;
  up?: PlainTime;
  down?: PlainTime;
  followOn?: number;
  levels: Map<number, number>;
}

/** Reads the cues of a text; what it has besides is named. Errors: file.unreadable where there isn't a single cue, or too many. */
export function readCues(text: string): Result<TextCues> {
  const wrong = (why: string): ReturnType<typeof fail> => fail("file.unreadable", { why });
  if (text.length > MOST_OCTETS) return wrong("it has more than 16 megabytes");
  if (text.includes("\0")) return wrong("it isn't a text");
  const cues: OpenCue[] = [];
  const left = new Set<string>();
  const leave = (what: string): void => void (left.size < MOST_LEFT && left.add(what));
  /** What the indented lines belong to; null = something that is left out. */
  let open: OpenCue | null = null;
  for (const raw of text.split(/\r\n|\r|\n/)) {
    const line = raw.replace(/!.*$/, "").trim();
    if (line === "") continue;
    const [keyword = "", ...words] = line.split(DELIMITERS);
    const rest = line.slice(keyword.length).trim();
    const of = keyword.toLowerCase();
    if (of === "enddata") break;
    if (of === "cue") {
      const number = numberOf(words[0]);
      open = number !== null && number >= 0.001 && number <= 99999 ? { number, levels: new Map<number, number>() } : null;
      if (!open) leave(`cue “${words[0] ?? ""}”, whose number isn't from 0.001 to 99999`);
      else if (cues.push(open) > MOST_TEXT_CUES) return wrong(`it has more than ${MOST_TEXT_CUES} cues`);
      continue;
    }
    if (!/^\s/.test(raw) && PRIMARY.has(of)) {
      open = null;
      if (!HEADER.has(of)) leave(`“${keyword}”`);
      continue;
    }
    if (of.startsWith("$")) leave("what only its maker's consoles understand");
    else if (open) takeLine(open, { of, words, rest, leave });
  }
  if (cues.length === 0) return wrong("there is no cue in it");
  return ok({
    cues: cues.map(({ levels, ...cue }) => ({ ...cue, levels: [...levels] })).toSorted((a, b) => a.number - b.number),
    left: [...left],
  });
}

/** Keywords that begin something, as far as they aren't cues. */
const HEADER: ReadonlySet<string> = new Set(["ident", "manufacturer", "console", "clear", "set"]);
const PRIMARY: ReadonlySet<string> = new Set([...HEADER, "patch", "group", "sub"]);

function takeLine(
  cue: OpenCue,
  { of, words, rest, leave }: { of: string; words: readonly string[]; rest: string; leave: (what: string) => void },
): void {
  switch (of) {
    case "text":
      if (rest !== "") cue.text = rest.slice(0, LONGEST_NAME);
      return;
    case "up":
    case "down": {
      const [seconds, delay] = [timeOf(words[0]), timeOf(words[1])];
      if (seconds === null) return leave(`a time “${rest}” of cue ${cue.number}`);
      cue[of] = { seconds, ...(delay === null || delay === 0 ? {} : { delay }) };
      return;
    }
    case "followon": {
      const seconds = timeOf(words[0]);
      if (seconds === null) return leave(`a follow-on “${rest}” of cue ${cue.number}`);
      cue.followOn = seconds;
      return;
    }
    case "chan":
      for (let at = 0; at < words.length; at += 2) {
        const [channel, level] = [numberOf(words[at]), levelOf(words[at + 1])];
        if (channel === null || !Number.isInteger(channel) || channel < 1 || level === null)
          leave(`levels “${words.slice(at, at + 2).join("@")}” of cue ${cue.number}`);
        else cue.levels.set(channel, level);
      }
      return;
    default:
      leave(`“${of}” of cues`);
  }
}

function numberOf(word: string | undefined): number | null {
  return word !== undefined && /^\d{1,9}(\.\d{1,6})?$/.test(word) ? Number(word) : null;
}

/** Seconds, or minutes and seconds with a colon between. */
function timeOf(word: string | undefined): number | null {
  const match = /^(?:(\d{1,4}):)?(\d{1,6}(?:\.\d{1,4})?)$/.exec(word ?? "");
  return match ? Number(match[1] ?? 0) * 60 + Number(match[2]) : null;
}

/** Percent, H and two hex digits, or FL for full. */
function levelOf(word: string | undefined): number | null {
  if (word === undefined) return null;
  if (/^fl$/i.test(word)) return 1;
  const hex = /^h([0-9a-f]{1,2})$/i.exec(word);
  if (hex) return parseInt(hex[1]!, 16) / 255;
  const percent = numberOf(word);
  return percent !== null && percent <= 100 ? percent / 100 : null;
}

const CHANNELS_A_LINE = 8;

/** Writes cues as a text that ends with its `EndData`; `notes` stand above them as comments. */
export function writeCues(cues: readonly PlainCue[], of: { title: string; notes: readonly string[] }): string {
  const plain = (text: string): string => text.replace(/[\r\n!]+/g, " ").trim();
  const time = (word: string, { seconds, delay }: PlainTime): string =>
    `  ${word} ${rounded(seconds)}${delay === undefined ? "" : ` ${rounded(delay)}`}`;
  const lines = [
    "Ident 3:0",
    "Manufacturer Vexa",
    "Console Vexa",
    `! ${plain(of.title)}`,
    ...of.notes.map((note) => `! ${plain(note)}`),
    ...cues.flatMap(({ number, text, up, down, followOn, levels }) => [
      "",
      `Cue ${number}`,
      ...(text === undefined || plain(text) === "" ? [] : [`  Text ${plain(text)}`]),
      ...(up ? [time("Up", up)] : []),
      ...(down ? [time("Down", down)] : []),
      ...(followOn === undefined ? [] : [`  Followon ${rounded(followOn)}`]),
      ...Array.from({ length: Math.ceil(levels.length / CHANNELS_A_LINE) }, (_, line) => {
        const own = levels.slice(line * CHANNELS_A_LINE, (line + 1) * CHANNELS_A_LINE);
        return `  Chan ${own.map(([channel, level]) => `${channel}@${levelText(level)}`).join(" ")}`;
      }),
    ]),
    "",
    "EndData",
  ];
  return `${lines.join("\r\n")}\r\n`;
}

const rounded = (seconds: number): string => String(Math.round(seconds * 100) / 100);

/** Whole percents as such; all else in the finer steps of eight bits. */
function levelText(level: number): string {
  const percent = Math.round(level * 100);
  if (Math.abs(level * 100 - percent) < 1e-6) return String(percent);
  return `H${Math.round(level * 255)
    .toString(16)
    .padStart(2, "0")}`;
}
