import { Engine, setChange, sketchIdOf, Show, type Motion, type Part, type ShowRecord } from "@vexa/core";
import { largeRig } from "@vexa/demo";
import { START_SECONDS } from "./loaded-show";
import { median } from "./measure";

const HEADS = 2048;
const FRAMES_A_SECOND = 44.1;

/**
 * 8,192 attributes of 2,048 heads that all move at once (dimmer, pan, tilt and zoom at four tempi): the share of a core that the
 * frames of a second take.
 */
export function movingShare(frames: number): { share: number; attributes: number } {
  const person: ShowRecord = { id: "lead", kind: "person", version: 1, name: "Lead", initials: "Le", role: "lead" };
  const sketch: ShowRecord = { id: sketchIdOf("lead"), kind: "sketch", version: 1, personId: "lead", strokes: {} };
  const show = new Show(new Map([...largeRig({ heads: HEADS, universes: 256 }), person, sketch].map((record) => [record.id, record])));
  const heads = show.rig.heads.filter(({ parameters }) => parameters.has("Pan")).slice(0, HEADS);
  const engine = new Engine(show, START_SECONDS);
  const moving = (rate: number, low: number, high: number): Part => {
    const motion: Motion = {
      kind: "wave",
      waveform: "sine",
      low,
      high,
      base: "absolute",
      phase: { knots: [0, -360] },
      phaseShape: {},
      masterId: null,
      rate: { knots: [rate] },
    };
    return { shape: {}, touched: 1, motion };
  };
  const parts = { Dimmer: moving(1, 0, 1), Pan: moving(0.25, -40, 40), Tilt: moving(0.5, -20, 20), Zoom: moving(0.2, 8, 40) };
  const strokes = { s: { who: { heads: heads.map(({ key }) => key) }, parts, rank: 1 } };
  const done = engine.command({ at: START_SECONDS, changes: [setChange(sketch.id, ["strokes"], { from: {}, to: strokes })] });
  if (!done.ok) throw new Error(done.error.code);
  const frame = new Uint8Array(engine.frameLength);
  const times: number[] = [];
  for (let round = 0; round < frames; round++) {
    const before = performance.now();
    engine.tick(START_SECONDS + 2 + round / FRAMES_A_SECOND, frame);
    times.push(performance.now() - before);
  }
  const attributes = heads.length * Object.keys(parts).length;
  return { share: (median(times) * FRAMES_A_SECOND) / 1000, attributes };
}
