import { readFileSync } from "node:fs";
import { brotliCompressSync, brotliDecompressSync, constants } from "node:zlib";
import type { ShowRecord } from "@vexa/core";
import { playMoments } from "./play-moments";

/** A show as it was once, and what left the machine at each moment of `playMoments`: octets one moment after the other. */
export interface Recording {
  readonly records: readonly ShowRecord[];
  readonly octets: Uint8Array;
}

const FILE = (version: number): URL => new URL(`../../fixtures/moments-${version}.br`, import.meta.url);

/** Octets are kept as differences to the moment before: what is still costs nothing. */
export function pack(records: readonly ShowRecord[]): Uint8Array {
  const frames: Uint8Array[] = [];
  let before: Uint8Array | null = null;
  for (const { octets } of playMoments(records)) {
    const last: Uint8Array | null = before;
    frames.push(last ? octets.map((level, slot) => (level - last[slot]!) & 255) : octets.slice());
    before = octets.slice();
  }
  const head = Buffer.from(JSON.stringify({ records, frameLength: before?.length ?? 0 }));
  const length = Buffer.alloc(4);
  length.writeUInt32LE(head.length);
  return brotliCompressSync(Buffer.concat([length, head, ...frames]), {
    params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_LGWIN]: 24 },
  });
}

/** The recording of a version: 1 is the first. */
export function readRecording(version: number): Recording {
  const file = brotliDecompressSync(readFileSync(FILE(version)));
  const length = file.readUInt32LE(0);
  const { records, frameLength } = JSON.parse(file.subarray(4, 4 + length).toString()) as { records: ShowRecord[]; frameLength: number };
  const octets = new Uint8Array(file.subarray(4 + length));
  for (let at = frameLength; at < octets.length; at++) octets[at] = (octets[at]! + octets[at - frameLength]!) & 255;
  return { records, octets };
}
