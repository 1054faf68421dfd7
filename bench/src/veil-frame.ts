import { Engine, setChange, sketchIdOf, Show, type Part, type ShowRecord, type Strokes, type VeilMotion } from "@vexa/core";
import { largeRig } from "@vexa/demo";
import { FRAME_MS } from "./crowd";
import { START_SECONDS } from "./loaded-show";
import { median } from "./measure";

const HEADS = 10_000;

const veil = (more: Partial<VeilMotion>): Part => ({
  shape: {},
  touched: 1,
  motion: {
    kind: "veil",
    pattern: "rings",
    plane: "flat",
    centre: { x: 0, y: 0, z: 0 },
    width: 40,
    height: 30,
    turn: 10,
    low: 0,
    high: 1,
    base: "absolute",
    phase: { knots: [0] },
    phaseShape: {},
    masterId: null,
    rate: { knots: [0.2] },
    ...more,
  },
});
const colors = (...knots: readonly [x: number, y: number][]): VeilMotion["colors"] => ({
  knots: knots.map(([x, y]) => ({ x, y, luminance: 1 })),
  path: "even",
});

/**
 * The work of a frame in which 10,000 heads take what three veils show them: colours, other colours that cover those by half, and how bright they are,
 * by which these are multiplied; of the longest of these, in which all heads come into another cell of their tables; and of one in which the same three
 * are at an opacity of 0. In frames of 1/44 s.
 */
export function veilFrame(rounds: number): { heads: number; showing: number; longest: number; laid: number; hidden: number } {
  const person: ShowRecord = { id: "lead", kind: "person", version: 1, name: "Lead", initials: "Le", role: "lead" };
  const sketch: ShowRecord = { id: sketchIdOf("lead"), kind: "sketch", version: 1, personId: "lead", strokes: {} };
  const rig = largeRig({ heads: 0, universes: 256 });
  const show = new Show(new Map([...rig, person, sketch].map((record) => [record.id, record])));
  const heads = show.rig.heads.filter(({ parameters }) => parameters.has("ColorAdd_R")).slice(0, HEADS);
  if (heads.length < HEADS) throw new Error(`only ${heads.length} heads make colours`);
  const who = { heads: heads.map(({ key }) => key) };
  const under = (three: readonly Record<string, Part>[]): Strokes =>
    Object.fromEntries(three.map((parts, index) => [`s${index}`, { who, parts, rank: index }]));
  const one = { Color: veil({ pattern: "cloud", seed: 4, colors: colors([0.64, 0.33], [0.15, 0.06]) }) };
  const over = (size: number): Record<string, Part> => ({
    Color: veil({ pattern: "bars", base: "relative", meets: "covers", size: { knots: [size] }, colors: colors([0.3, 0.6], [0.32, 0.33]) }),
  });
  const bright = (more: Partial<VeilMotion>): Record<string, Part> => ({ Dimmer: veil(more) });
  const timed = (strokes: Strokes): { middle: number; longest: number; laid: number } => {
    const engine = new Engine(show, START_SECONDS);
    const begun = performance.now();
    const done = engine.command({ at: START_SECONDS, changes: [setChange(sketch.id, ["strokes"], { from: {}, to: strokes })] });
    if (!done.ok) throw new Error(done.error.code);
    const laid = (performance.now() - begun) / FRAME_MS;
    const frame = new Uint8Array(engine.frameLength);
    const times = Array.from({ length: rounds }, (_, round) => {
      const before = performance.now();
      engine.tick(START_SECONDS + 2 + (round * FRAME_MS) / 1000, frame);
      return performance.now() - before;
    });
    // The first ones are compiled while they run.
    return { middle: median(times) / FRAME_MS, longest: Math.max(...times.slice(rounds / 2)) / FRAME_MS, laid };
  };
  const { middle: showing, longest, laid } = timed(under([one, over(0.5), bright({ base: "relative", meets: "multiplies" })]));
  const { middle: hidden } = timed(under([over(0), over(0), bright({ base: "relative", meets: "covers", size: { knots: [0] } })]));
  return { heads: heads.length, showing, longest, laid, hidden };
}
