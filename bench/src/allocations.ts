import { getHeapStatistics } from "node:v8";
import { Engine, type Cue, type Part, type ShowRecord } from "@vexa/core";
import { loadedShow, START_SECONDS } from "./loaded-show";
import { interleaved, median } from "./measure";

const FRAME = 1 / 44;
/** So few that nothing is collected meanwhile. */
const FRAMES = 200;
/** As many until all of its loops are compiled for good: an engine runs for hours. */
const WARM_UP = 8000;

/** Octets that a frame takes from the heap, in the plain case, where rates are fanned (a clock for each head), and where colours add up. */
export function octetsPerFrame(): { readonly plain: number; readonly fannedRates: number; readonly addedColours: number } {
  return { plain: measured((record) => record), fannedRates: measured(fanned), addedColours: measured(adding) };
}

/** A full frame where rates are fanned and where colours add up, over the plain one. */
export function unlikePlain(rounds: number): { readonly fannedRates: number; readonly addedColours: number } {
  const works = [(record: ShowRecord) => record, fanned, adding].map((of) => {
    const engine = engineOf(of, 256);
    const frame = new Uint8Array(engine.frameLength);
    return (round: number): void => void engine.tick(START_SECONDS + 2 + round * FRAME, frame);
  });
  const [plain, rates, added] = interleaved(works, rounds) as [number, number, number];
  return { fannedRates: rates / plain, addedColours: added / plain };
}

function engineOf(of: (record: ShowRecord) => ShowRecord, universes: number): Engine {
  const show = loadedShow({ universes, state: "fading" });
  const records = new Map([...show.records].map(([id, record]) => [id, of(record)]));
  return new Engine(show.withRecords(records), START_SECONDS + 1);
}

function measured(of: (record: ShowRecord) => ShowRecord): number {
  const engine = engineOf(of, 16);
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 0; round < WARM_UP; round++) engine.tick(START_SECONDS + 2 + (round * FRAME) / 10, frame);
  const taken: number[] = [];
  for (let look = 0; look < 30; look++) {
    const before = getHeapStatistics().used_heap_size;
    for (let round = 0; round < FRAMES; round++) engine.tick(START_SECONDS + 30 + look + (round * FRAME) / 10, frame);
    taken.push((getHeapStatistics().used_heap_size - before) / FRAMES);
  }
  return median(taken);
}

/** Each head's own rate. */
function fanned(record: ShowRecord): ShowRecord {
  return record.kind === "cue"
    ? eachPart(record, (part) => (part.motion ? { ...part, motion: { ...part.motion, rate: { knots: [0.5, 2] } } } : part))
    : record;
}

function adding(record: ShowRecord): ShowRecord {
  return record.kind === "playback" ? { ...record, colors: "add" } : record;
}

function eachPart(cue: Cue, of: (part: Part) => Part): Cue {
  const strokes = Object.entries(cue.strokes).map(([id, stroke]) => {
    const parts = Object.entries(stroke.parts).map(([attribute, part]) => [attribute, of(part)]);
    return [id, { ...stroke, parts: Object.fromEntries(parts) }];
  });
  return { ...cue, strokes: Object.fromEntries(strokes) };
}
