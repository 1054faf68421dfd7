import { Session, type HeapProfiler } from "node:inspector";
import { Engine, type Cue, type Part, type ShowRecord } from "@vexa/core";
import { loadedShow, START_SECONDS } from "./loaded-show";
import { interleaved, WARM_UP } from "./measure";

const FRAME = 1 / 44;
const FRAMES = 10_000;

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

/** As the sampler of the heap finds it within `tick`, with what is gone again: the heap's size rises by whole pages. */
function measured(of: (record: ShowRecord) => ShowRecord): number {
  const engine = engineOf(of, 16);
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 0; round < WARM_UP; round++) engine.tick(START_SECONDS + 2 + (round * FRAME) / 10, frame);
  const session = new Session();
  session.connect();
  const often = { samplingInterval: 64, includeObjectsCollectedByMajorGC: true, includeObjectsCollectedByMinorGC: true };
  session.post("HeapProfiler.startSampling", often);
  for (let round = 0; round < FRAMES; round++) engine.tick(START_SECONDS + 30 + (round * FRAME) / 10, frame);
  let octets = NaN;
  session.post("HeapProfiler.stopSampling", (_, { profile }) => (octets = within(profile.head, false)));
  session.disconnect();
  return octets / FRAMES;
}

function within({ callFrame, selfSize, children }: HeapProfiler.SamplingHeapProfileNode, counts: boolean): number {
  const from = counts || callFrame.functionName === "tick";
  return children.reduce((sum, child) => sum + within(child, from), from ? selfSize : 0);
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
