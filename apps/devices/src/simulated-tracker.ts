import { seededRandom } from "@vexa/core";
import { osc, otp } from "@vexa/formats";

/** One who walks about a stage: a slow round about a middle, in metres, and how tall what they carry is. */
interface Performer {
  readonly name: string;
  readonly middle: readonly [x: number, y: number];
  readonly reach: readonly [x: number, y: number];
  readonly roundSeconds: number;
  readonly startsAt: number;
  readonly height: number;
}

/** Voice and Strings cross before the middle of the stage. */
export const PERFORMERS: readonly Performer[] = [
  { name: "Voice", middle: [0, -1], reach: [3.5, 0.8], roundSeconds: 19, startsAt: 0, height: 1.6 },
  { name: "Strings", middle: [0, -0.6], reach: [3, 1], roundSeconds: 23, startsAt: 0.5, height: 1.4 },
  { name: "Horn", middle: [-3.5, 2], reach: [1, 1.2], roundSeconds: 31, startsAt: 0.2, height: 1.5 },
  { name: "Drum", middle: [3.2, 2.4], reach: [0.3, 0.2], roundSeconds: 11, startsAt: 0.7, height: 1.2 },
];

/** How far a word is off, on the mean of each axis, in metres. */
const NOISE = 0.03;
/** Out of so many stretches of this length one is silent, for each performer at other times. */
const SILENT_ONE_OF = 7;
const STRETCH_SECONDS = 1.6;

export interface Word {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** Where somebody is at t, without noise. */
export function walkedTo({ name, middle, reach, roundSeconds, startsAt, height }: Performer, t: number): Word {
  const turn = 2 * Math.PI * (t / roundSeconds + startsAt);
  return { name, x: middle[0] + reach[0] * Math.sin(turn), y: middle[1] + reach[1] * Math.cos(2 * turn), z: height };
}

/** What a tracker says at t of all whom it sees then: with noise, and now and then nothing of somebody for a while. The same for the same t. */
export function wordsAt(t: number): Word[] {
  return PERFORMERS.flatMap((performer, index) => {
    if (seededRandom(1 + index * 1009 + Math.floor(t / STRETCH_SECONDS) * 7919)() * SILENT_ONE_OF < 1) return [];
    const random = seededRandom(Math.round(t * 1000) * 31 + index);
    const off = (): number => (random() + random() + random() - 1.5) * 2 * NOISE;
    const { name, x, y, z } = walkedTo(performer, t);
    return [{ name, x: x + off(), y: y + off(), z: z + off() }];
  });
}

/** The OSC packets of these words. */
export function packetsOf(words: readonly Word[]): Uint8Array[] {
  return words.map(({ name, x, y, z }) =>
    osc.encode({ address: `/vexa/target/${name.replaceAll(" ", "_")}`, arguments: [x, y, z].map((value) => ({ type: "f", value })) }),
  );
}

/** Names this tracker for ever. */
const CID = Uint8Array.from({ length: 16 }, (_, at) => 0x5e ^ (at * 29));

/** These words as one OTP packet: system 1, group 1, and a point for each performer from 1 on. */
export function otpPacketOf(words: readonly Word[], t: number, folio: number): Uint8Array {
  const points = words.map(({ name, x, y, z }) => ({
    ...{ priority: 100, group: 1, micros: Math.round(t * 1e6) },
    point: 1 + PERFORMERS.findIndex((performer) => performer.name === name),
    place: [x, y, z] as const,
  }));
  return otp.encode({ cid: CID, name: "Vexa tracker", folio, system: 1, points });
}
