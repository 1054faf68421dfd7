/** What is asked of a machine, as MIDI Show Control has it. */
export interface ShowControl {
  /** 0..111, or 127 = all. */
  readonly device: number;
  readonly command: "go" | "stop" | "resume" | "all-off";
  readonly cue?: string | undefined;
  readonly list?: string | undefined;
}

const COMMANDS = { go: 0x01, stop: 0x02, resume: 0x03, "all-off": 0x08 } as const;
/** All kinds of machines. */
const FORMAT_ALL = 0x7f;

/** A message for machines of all kinds: cue and list in ASCII, parted by a zero. Source: MIDI Show Control 1.1, as in 5-references.md M12 to M14. */
export function encodeShowControl({ device, command, cue, list }: ShowControl, format = FORMAT_ALL): Uint8Array {
  const parts = cue === undefined ? [] : list === undefined ? [cue] : [cue, list];
  const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0) & 0x7f);
  const data = parts.flatMap((part, at) => [...(at > 0 ? [0] : []), ...ascii(part)]);
  return Uint8Array.of(0xf0, 0x7f, device, 0x02, format, COMMANDS[command], ...data, 0xf7);
}
