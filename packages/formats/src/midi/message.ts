import { fail, ok, type Result } from "@vexa/core";

/** Messages of MIDI 1.0 that Vexa hears or says. Channels count from 0; a note-on of velocity 0 is a note-off. */
export type MidiMessage =
  | { readonly type: "note-on" | "note-off"; readonly channel: number; readonly note: number; readonly velocity: number }
  | { readonly type: "control"; readonly channel: number; readonly control: number; readonly value: number }
  | { readonly type: "program"; readonly channel: number; readonly program: number }
  | { readonly type: "pitch"; readonly channel: number; /** -8192..8191. */ readonly bend: number }
  | { readonly type: "song-position"; /** In sixteenths. */ readonly position: number }
  | { readonly type: "quarter-frame"; readonly piece: number; readonly value: number }
  | { readonly type: "clock" | "start" | "continue" | "stop" };

const SINGLE = { 0xf8: "clock", 0xfa: "start", 0xfb: "continue", 0xfc: "stop" } as const;

/** The octets of a message. Source: MIDI 1.0. */
export function encode(message: MidiMessage): Uint8Array {
  switch (message.type) {
    case "note-on":
    case "note-off":
      return Uint8Array.of((message.type === "note-on" ? 0x90 : 0x80) | message.channel, message.note, message.velocity);
    case "control":
      return Uint8Array.of(0xb0 | message.channel, message.control, message.value);
    case "program":
      return Uint8Array.of(0xc0 | message.channel, message.program);
    case "pitch": {
      const bend = message.bend + 8192;
      return Uint8Array.of(0xe0 | message.channel, bend & 0x7f, bend >> 7);
    }
    case "song-position":
      return Uint8Array.of(0xf2, message.position & 0x7f, message.position >> 7);
    case "quarter-frame":
      return Uint8Array.of(0xf1, (message.piece << 4) | message.value);
    default:
      return Uint8Array.of(Number(Object.entries(SINGLE).find(([, type]) => type === message.type)![0]));
  }
}

/** One whole message, as Web MIDI hands them over. Others than those above are an error; never throws. */
export function decode(octets: Uint8Array): Result<MidiMessage> {
  const [status = 0, one = 0, two = 0] = octets;
  const single = SINGLE[status as keyof typeof SINGLE] as (typeof SINGLE)[keyof typeof SINGLE] | undefined;
  if (single && octets.length === 1) return ok({ type: single });
  const needs = status === 0xf1 || (status & 0xf0) === 0xc0 ? 2 : 3;
  if (octets.length !== needs || one > 0x7f || two > 0x7f) return fail("request.malformed", { why: "it isn't a whole MIDI message" });
  const channel = status & 0x0f;
  switch (status & 0xf0) {
    case 0x80:
    case 0x90:
      return ok({ type: (status & 0xf0) === 0x90 && two > 0 ? "note-on" : "note-off", channel, note: one, velocity: two });
    case 0xb0:
      return ok({ type: "control", channel, control: one, value: two });
    case 0xc0:
      return ok({ type: "program", channel, program: one });
    case 0xe0:
      return ok({ type: "pitch", channel, bend: (two << 7) + one - 8192 });
  }
  if (status === 0xf1) return ok({ type: "quarter-frame", piece: one >> 4, value: one & 0x0f });
  if (status === 0xf2) return ok({ type: "song-position", position: (two << 7) + one });
  return fail("request.malformed", { why: "it is a MIDI message of a kind that isn't read here" });
}
