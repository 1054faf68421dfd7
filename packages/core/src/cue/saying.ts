import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, where, type Flaw, type Schema } from "../document/schema";

/** An argument of an OSC message: a whole number, another number, or a text. */
export type SaidValue = { readonly type: "i" | "f"; readonly value: number } | { readonly type: "s"; readonly value: string };

export const MSC_COMMANDS = ["go", "stop", "resume", "all-off"] as const;
export type MscCommand = (typeof MSC_COMMANDS)[number];

/**
 * What a cue says to other machines when it is started: OSC to a device that the lead has let in, or MIDI through the browsers that send it.
 * Channels count from 1; programs too. MSC is MIDI Show Control: device 127 = all.
 */
export type Saying =
  | { readonly type: "osc"; readonly deviceId: string; readonly address: string; readonly values: readonly SaidValue[] }
  | { readonly type: "note"; readonly channel: number; readonly note: number; readonly velocity: number }
  | { readonly type: "control"; readonly channel: number; readonly control: number; readonly value: number }
  | { readonly type: "program"; readonly channel: number; readonly program: number }
  | { readonly type: "msc"; readonly device: number; readonly command: MscCommand; readonly cue?: string; readonly list?: string };

export const MOST_SAYINGS = 16;
const MOST_VALUES = 16;

const channel = integerIn(1, 16);
const seven = integerIn(0, 127);
/** Numbers of cues and lists as MSC has them: digits and points. */
const mscNumber: Schema<string> = where(textUpTo(12), (text) => (/^\d+(\.\d+)*$/.test(text) ? null : "it must be digits and points"));
/** An OSC address: from a slash on, without spaces and the signs that OSC keeps for patterns. */
export const OSC_ADDRESS = /^\/[^\s#*,?[\]{}]{1,119}$/;

const value: Schema<SaidValue> = (of, path) =>
  (of as { type?: unknown } | null)?.type === "s"
    ? fields<{ type: "s"; value: string }>({ type: oneOf(["s"]), value: textUpTo(200) })(of, path)
    : fields<{ type: "i" | "f"; value: number }>({ type: oneOf(["i", "f"]), value: numberIn(-2147483648, 2147483647) })(of, path);

const SCHEMAS: { readonly [T in Saying["type"]]: Schema<Extract<Saying, { type: T }>> } = {
  osc: fields({
    type: oneOf(["osc"]),
    deviceId: textUpTo(64),
    address: where(textUpTo(120), (text) => (OSC_ADDRESS.test(text) ? null : "it must be an OSC address such as /cue/go")),
    values: listOf(value, { max: MOST_VALUES }),
  }),
  note: fields({ type: oneOf(["note"]), channel, note: seven, velocity: seven }),
  control: fields({ type: oneOf(["control"]), channel, control: seven, value: seven }),
  program: fields({ type: oneOf(["program"]), channel, program: integerIn(1, 128) }),
  msc: fields({ type: oneOf(["msc"]), device: seven, command: oneOf(MSC_COMMANDS), cue: optional(mscNumber), list: optional(mscNumber) }),
};

const saying: Schema<Saying> = (of, path): Flaw | null => {
  const type = (of as { type?: unknown } | null)?.type;
  if (typeof type !== "string" || !Object.hasOwn(SCHEMAS, type))
    return { path, value: type, why: `its type must be one of ${Object.keys(SCHEMAS).join(", ")}` };
  return SCHEMAS[type as Saying["type"]](of, path);
};

export const sayingsSchema: Schema<readonly Saying[]> = listOf(saying, { min: 1, max: MOST_SAYINGS });
