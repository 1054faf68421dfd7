import { fail, ok, type Result } from "../errors/result";
import { MSC_COMMANDS, OSC_ADDRESS, type SaidValue, type Saying } from "./saying";

/** A device by its name, as sayings are typed and read. */
export interface NamedDevice {
  readonly id: string;
  readonly name: string;
}

/** What a cue says, as it is typed: `to Sound /cue/go 12`, `note 60 100 on 1`, `program 5 on 2`, `msc go 13.5 list 2 device 1`. */
export function sayingText(saying: Saying, devices: readonly NamedDevice[]): string {
  switch (saying.type) {
    case "osc": {
      const name = devices.find(({ id }) => id === saying.deviceId)?.name ?? "a device that is gone";
      return ["to", name, saying.address, ...saying.values.map(valueText)].join(" ");
    }
    case "note":
      return `note ${saying.note} ${saying.velocity} on ${saying.channel}`;
    case "control":
      return `control ${saying.control} ${saying.value} on ${saying.channel}`;
    case "program":
      return `program ${saying.program} on ${saying.channel}`;
    case "msc": {
      const { command, cue, list, device } = saying;
      return `msc ${command}${cue === undefined ? "" : ` ${cue}`}${list === undefined ? "" : ` list ${list}`} device ${device === ALL ? "all" : device}`;
    }
  }
}

const ALL = 127;

function valueText({ type, value }: SaidValue): string {
  if (type === "s") return `"${value}"`;
  return type === "f" && Number.isInteger(value) ? `${value}.0` : String(value);
}

/** The opposite of `sayingText`. Errors: value.invalid, which says what is expected. */
export function readSaying(text: string, devices: readonly NamedDevice[]): Result<Saying> {
  const typed = text.trim();
  const [first = ""] = typed.toLowerCase().split(/\s+/);
  if (first === "to") return readOsc(typed, devices);
  if (first === "msc") return readMsc(typed);
  const midi = /^(note|control|program)\s+(\d{1,3})(?:\s+(\d{1,3}))?(?:\s+on\s+(\d{1,2}))?$/i.exec(typed);
  if (!midi)
    return unreadable(text, "it begins with to, note, control, program or msc, such as “to Sound /cue/go 12” or “note 60 100 on 1”");
  const [kind, one, two, channel] = [midi[1]!.toLowerCase(), Number(midi[2]), midi[3], Number(midi[4] ?? 1)];
  if (channel < 1 || channel > 16) return unreadable(text, "channels are 1 to 16");
  if (kind === "program")
    return two === undefined && one >= 1 && one <= 128
      ? ok({ type: "program", channel, program: one })
      : unreadable(text, "programs are 1 to 128");
  const other = Number(two ?? 127);
  if (one > 127 || other > 127) return unreadable(text, "numbers of notes and controls, and their values, are 0 to 127");
  return ok(
    kind === "note" ? { type: "note", channel, note: one, velocity: other } : { type: "control", channel, control: one, value: other },
  );
}

function readOsc(typed: string, devices: readonly NamedDevice[]): Result<Saying> {
  const at = typed.indexOf(" /");
  if (at < 0) return unreadable(typed, "an OSC address such as /cue/go is missing");
  const name = typed.slice(2, at).trim();
  const device = devices.find((each) => each.name.toLowerCase() === name.toLowerCase());
  if (!device) return unreadable(typed, `no device that is let in and hears is called “${name}”`);
  const [address = "", ...words] = typed.slice(at + 1).match(/"[^"]*"|\S+/g) ?? [];
  if (!OSC_ADDRESS.test(address)) return unreadable(typed, "an OSC address has no spaces and none of # * , ? [ ] { }");
  if (words.length > 16) return unreadable(typed, "it takes at most 16 values");
  const values = words.map((word): SaidValue => {
    if (/^-?\d{1,9}$/.test(word)) return { type: "i", value: Number(word) };
    if (/^-?\d{1,9}\.\d{1,9}$/.test(word)) return { type: "f", value: Number(word) };
    return { type: "s", value: word.replace(/^"(.*)"$/, "$1") };
  });
  if (values.some(({ type, value }) => type === "s" && (String(value).trim() === "" || String(value).length > 200)))
    return unreadable(typed, "a text has 1 to 200 characters");
  return ok({ type: "osc", deviceId: device.id, address, values });
}

function readMsc(typed: string): Result<Saying> {
  const read = /^msc\s+([a-z-]+)(?:\s+(\d[\d.]*))?(?:\s+list\s+(\d[\d.]*))?(?:\s+device\s+(all|\d{1,3}))?$/i.exec(typed);
  const command = MSC_COMMANDS.find((each) => each === read?.[1]?.toLowerCase());
  if (!read || !command) return unreadable(typed, "write “msc go 13.5 list 2 device 1”; it knows go, stop, resume and all-off");
  const [, , cue, list, to = "all"] = read;
  const device = to.toLowerCase() === "all" ? ALL : Number(to);
  const numbers = [cue, list].every((number) => number === undefined || (number.length <= 12 && /^\d+(\.\d+)*$/.test(number)));
  if (device > ALL || !numbers) return unreadable(typed, "devices are 0 to 111, or all; cues and lists are digits and points");
  return ok({ type: "msc", device, command, ...(cue === undefined ? {} : { cue }), ...(list === undefined ? {} : { list }) });
}

function unreadable(text: string, why: string): Result<Saying> {
  return fail("value.invalid", { field: "What the cue says", value: `“${text.trim().slice(0, 60)}”`, why });
}
