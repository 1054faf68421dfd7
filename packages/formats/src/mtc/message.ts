import { fail, frameOf, framesPerSecond, ok, TIMECODE_RATES, type Result, type Seconds, type Timecode } from "@vexa/core";

/** Frames after its own that a time stands at when its eighth piece is in. Source: MTC; two frames at the next piece 0, a quarter less here. */
const LATE_FRAMES = 1.75;

/** The eight quarter-frame messages that carry a time, two octets each. Source: MIDI Time Code (MMA RP004), from memory. */
export function encodeQuarterFrames({ hours, minutes, seconds, frames, rate }: Timecode): Uint8Array[] {
  const low = (value: number): number => value & 0x0f;
  const pieces = [
    low(frames),
    frames >> 4,
    low(seconds),
    seconds >> 4,
    low(minutes),
    minutes >> 4,
    low(hours),
    (hours >> 4) | (TIMECODE_RATES.indexOf(rate) << 1),
  ];
  return pieces.map((value, piece) => Uint8Array.of(0xf1, (piece << 4) | value));
}

/** The message that says where a source stands, running or not. */
export function encodeFullFrame({ hours, minutes, seconds, frames, rate }: Timecode): Uint8Array {
  return Uint8Array.of(0xf0, 0x7f, 0x7f, 0x01, 0x01, hours | (TIMECODE_RATES.indexOf(rate) << 5), minutes, seconds, frames, 0xf7);
}

export function decodeFullFrame(octets: Uint8Array): Result<Timecode> {
  const [start, realtime, , mtc, full, first = 0, minutes = 0, seconds = 0, frames = 0, end] = octets;
  if (octets.length !== 10 || start !== 0xf0 || realtime !== 0x7f || mtc !== 0x01 || full !== 0x01 || end !== 0xf7)
    return fail("request.malformed", { why: "it isn't a full frame of MIDI Time Code" });
  return checked({ hours: first & 0x1f, minutes, seconds, frames, rate: TIMECODE_RATES[(first >> 5) & 3]! });
}

function checked(timecode: Timecode): Result<Timecode> {
  const { hours, minutes, seconds, frames, rate } = timecode;
  return hours < 24 && minutes < 60 && seconds < 60 && frames < (rate === "29.97 drop" ? 30 : Number(rate))
    ? ok(timecode)
    : fail("request.malformed", { why: "it is a time that doesn't exist" });
}

/** A time that a source stands at, in real seconds from 0:00:00:00. */
export interface HeardTime {
  readonly timecode: Timecode;
  readonly positionSeconds: Seconds;
  /** False for a full frame: the source only says where it is. */
  readonly running: boolean;
}

/** Puts quarter frames together. Pieces out of order (a source that runs backwards, or a lost message) begin anew. */
export class MtcReader {
  readonly #pieces = new Uint8Array(8);
  #next = 0;

  /** A time when this message completes one, otherwise null. Octets of anything else are left out. */
  take(octets: Uint8Array): HeardTime | null {
    if (octets[0] === 0xf0) {
      const full = decodeFullFrame(octets);
      this.#next = 0;
      return full.ok ? { timecode: full.value, positionSeconds: secondsAt(full.value, 0), running: false } : null;
    }
    if (octets[0] !== 0xf1 || octets.length !== 2) return null;
    const [piece, value] = [octets[1]! >> 4, octets[1]! & 0x0f];
    if (piece !== this.#next) {
      this.#next = 0;
      if (piece !== 0) return null;
    }
    this.#pieces[piece] = value;
    this.#next = piece + 1;
    if (this.#next < 8) return null;
    this.#next = 0;
    const at = (index: number): number => this.#pieces[index]! | (this.#pieces[index + 1]! << 4);
    const timecode = checked({
      frames: at(0) & 0x1f,
      seconds: at(2) & 0x3f,
      minutes: at(4) & 0x3f,
      hours: at(6) & 0x1f,
      rate: TIMECODE_RATES[(this.#pieces[7]! >> 1) & 3]!,
    });
    return timecode.ok ? { timecode: timecode.value, positionSeconds: secondsAt(timecode.value, LATE_FRAMES), running: true } : null;
  }
}

function secondsAt(timecode: Timecode, later: number): Seconds {
  return (frameOf(timecode) + later) / framesPerSecond(timecode.rate);
}
