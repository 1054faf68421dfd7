import { describe, expect, it } from "vitest";
import type { Playback } from "../playback/playback";
import type { Attribute } from "../rig/attributes";
import { functionAt, setAt } from "../rig/scale";
import type { Profile } from "../rig/profile";
import type { ShowRecord } from "../show/records";
import { EngineOnBench, fixture, listWithCard, ODD_LAMP, oddLamp, part, showOf } from "../testing";

const PAGE: ShowRecord[] = [
  { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
  { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null },
];

type Said = Partial<Record<Attribute, number>>;
interface CuePlan {
  readonly whole?: Said;
  readonly cells?: Said;
  readonly inSeconds?: number;
}

/** One odd lamp at universe 1, address 1, its cells at universe 100, address 7, and a list of cues. */
function bench(cues: readonly CuePlan[]): EngineOnBench {
  const parts = (said: Said, touched = 1) =>
    Object.fromEntries(Object.entries(said).map(([name, value]) => [name, { ...part([value!]), touched: touched++ }]));
  const plans = cues.map(({ whole = {}, cells = {}, inSeconds = 0 }) => ({
    inSeconds,
    strokes: [
      { who: { heads: ["fx-1"] }, parts: parts(whole), rank: 1 },
      { who: { heads: ["fx-1.1", "fx-1.2"] }, parts: parts(cells), rank: 2 },
    ].filter(({ parts: own }) => Object.keys(own).length > 0),
  }));
  return new EngineOnBench(showOf([...PAGE, ODD_LAMP, oddLamp(1), ...listWithCard("list", plans)]));
}

/** A strobe of 25 Hz that has come over one of 7 Hz, on a card that lets go in a second. */
function strobeOverAnother(card: Partial<Playback> = {}): EngineOnBench {
  const at = (hertz: number) => ({
    inSeconds: 0,
    strokes: [{ who: { heads: ["fx-1"] }, parts: { Shutter1Strobe: part([hertz]) }, rank: 1 }],
  });
  const lists = [...listWithCard("beneath", [at(7)]), ...listWithCard("over", [at(25)], { letsGoAtZero: false, ...card })];
  const on = new EngineOnBench(showOf([...PAGE, ODD_LAMP, oddLamp(1), ...lists]));
  for (const playbackId of ["card-beneath", "card-over"]) {
    on.play({ type: "go", playbackId });
    on.engine.tick((on.t += 0.1), on.frame);
  }
  return on;
}

/** The lamp's ten slots and its cells' six after the first cue. */
function slotsOf(whole: Said, cells: Said = {}): number[] {
  const on = bench([{ whole, cells }]);
  on.play({ type: "go", playbackId: "card-list" });
  on.engine.tick(on.t + 0.1, on.frame);
  return [...on.frame.slice(0, 10), ...on.frame.slice(512 + 6, 512 + 12)];
}

// DMX values worked by hand from the lamp's table in testing/odd-lamp.ts; rounding is 2-model.md section 8's.
describe("channels with several functions", () => {
  it.each([
    ["closed", { Shutter1: 0 }, 0],
    ["open, at the first value of its range", { Shutter1: 1 }, 20],
    ["strobe at its slowest", { Shutter1Strobe: 1 }, 50],
    ["strobe at 7 Hz: 50 + 149 x 6/24", { Shutter1Strobe: 7 }, 87],
    ["strobe at its fastest", { Shutter1Strobe: 25 }, 199],
    ["strobe beyond that stays in its range", { Shutter1Strobe: 90 }, 199],
    ["nothing said: home is open", {}, 20],
    ["what is set last decides", { Shutter1Strobe: 25, Shutter1: 0 }, 0],
    ["and the other way round", { Shutter1: 0, Shutter1Strobe: 25 }, 199],
  ])("shutter %s", (_, said, slot) => {
    expect(slotsOf(said)[5]).toBe(slot);
  });

  it.each([
    ["a gobo by its number: the middle of its range", { Gobo1: 1 }, 14],
    ["the last one", { Gobo1: 2 }, 24],
    ["between two the nearer one", { Gobo1: 1.4 }, 14],
    ["beyond the last the last", { Gobo1: 9 }, 24],
    ["the wheel's spin behind the gobos", { Gobo1WheelSpin: -180 }, 30],
    ["at its end", { Gobo1WheelSpin: 180 }, 255],
  ])("wheel: %s", (_, said, slot) => {
    expect(slotsOf(said)[6]).toBe(slot);
  });

  it("counts what was touched last, in whatever order it is written", () => {
    const parts = { Shutter1: { ...part([0]), touched: 9 }, Shutter1Strobe: { ...part([25]), touched: 3 } };
    const cue = { inSeconds: 0, strokes: [{ who: { heads: ["fx-1"] }, parts, rank: 1 }] };
    const on = new EngineOnBench(showOf([...PAGE, ODD_LAMP, oddLamp(1), ...listWithCard("list", [cue])]));
    on.play({ type: "go", playbackId: "card-list" });
    on.engine.tick(on.t + 0.1, on.frame);
    expect(on.frame[5]).toBe(0);
  });

  it("sets the channel that a function needs with it", () => {
    expect(slotsOf({ Gobo1Pos: -180 }).slice(7, 10)).toEqual([63, 0, 0]);
    expect(slotsOf({ Gobo1PosRotate: 360 }).slice(7, 10)).toEqual([191, 255, 255]);
    expect(slotsOf({}).slice(7, 10)).toEqual([0, 128, 0]);
  });

  it("has 24 bits of pan, coarse first", () => {
    expect(slotsOf({ Pan: 0 }).slice(0, 3)).toEqual([0x80, 0, 0]);
    expect(slotsOf({ Pan: 135 }).slice(0, 3)).toEqual([0xbf, 0xff, 0xff]);
    expect(slotsOf({ Pan: 270 }).slice(0, 3)).toEqual([0xff, 0xff, 0xff]);
  });

  it("scales cells in a second break by their virtual dimmer and that by the lamp's", () => {
    expect(slotsOf({}, { Dimmer: 1, ColorAdd_R: 1, ColorAdd_G: 0.5, ColorAdd_B: 0 }).slice(10)).toEqual([255, 128, 0, 255, 128, 0]);
    expect(slotsOf({ Dimmer: 0.5 }, { Dimmer: 0.5, ColorAdd_R: 1, ColorAdd_G: 0.5, ColorAdd_B: 0 }).slice(10)).toEqual([
      64, 32, 0, 64, 32, 0,
    ]);
    expect(slotsOf({ Dimmer: 0.5 }).slice(10)).toEqual([0, 0, 0, 0, 0, 0]);
  });

  it("dims cells once by the grand master, not again through their lamp's master", () => {
    const on = bench([{ cells: { Dimmer: 1, ColorAdd_R: 1, ColorAdd_G: 1, ColorAdd_B: 1 } }]);
    on.play({ type: "go", playbackId: "card-list" });
    on.play({ type: "grand-master", level: 0.5 });
    on.engine.tick(on.t + 0.1, on.frame);
    expect([...on.frame.slice(512 + 6, 512 + 9)]).toEqual([128, 128, 128]);
  });
});

describe("fades of channels with several functions", () => {
  it("run in physical units within one function", () => {
    const on = bench([{ whole: { Shutter1Strobe: 1 } }, { whole: { Shutter1Strobe: 25 }, inSeconds: 2 }]);
    on.play({ type: "go", playbackId: "card-list" });
    on.play({ type: "go", playbackId: "card-list" });
    on.engine.tick(on.t + 0.5, on.frame);
    expect(on.frame[5]).toBe(87);
    on.engine.tick(on.t + 2, on.frame);
    expect(on.frame[5]).toBe(199);
  });

  it("snap where the function changes, at the fade's start", () => {
    const on = bench([{ whole: { Shutter1: 0 } }, { whole: { Shutter1Strobe: 25 }, inSeconds: 2 }]);
    on.play({ type: "go", playbackId: "card-list" });
    on.play({ type: "go", playbackId: "card-list" });
    on.engine.tick(on.t + 0.02, on.frame);
    expect(on.frame[5]).toBe(199);
  });

  it("snap at their end where the profile wants that", () => {
    const channels = ODD_LAMP.modes[0]!.channels.map((channel) =>
      channel.attribute === "Gobo1" ? { ...channel, change: "snaps at the end" as const } : channel,
    );
    const lamp: Profile = { ...ODD_LAMP, modes: [{ ...ODD_LAMP.modes[0]!, channels }] };
    const cue = { inSeconds: 2, strokes: [{ who: { heads: ["fx-1"] }, parts: { Gobo1: part([2]) }, rank: 1 }] };
    const on = new EngineOnBench(showOf([...PAGE, lamp, oddLamp(1), ...listWithCard("list", [cue])]));
    on.play({ type: "go", playbackId: "card-list" });
    on.engine.tick(on.t + 1.9, on.frame);
    expect(on.frame[6]).toBe(4);
    on.engine.tick(on.t + 2, on.frame);
    expect(on.frame[6]).toBe(24);
  });

  it("go along within one function while something lets go over them, and when it is gone what lay beneath shows", () => {
    const on = strobeOverAnother();
    on.play({ type: "let-go", playbackId: "card-over" });
    const start = on.t;
    const slots = [0, 0.25, 0.5, 0.75, 1, 2].map((seconds) => {
      on.engine.tick(start + seconds, on.frame);
      return on.frame[5];
    });
    // From 50 + 149 (25 Hz) to 50 + 149 x 6/24 = 87.25 (7 Hz), in a second.
    expect(slots).toEqual([199, 171, 143, 115, 87, 87]);
  });

  it("go along with a fader that scales everything", () => {
    const on = strobeOverAnother({ fader: "everything" });
    const slots = [0.75, 0.5, 0.25, 0, 1].map((level) => {
      on.play({ type: "level", playbackId: "card-over", level });
      on.engine.tick((on.t += 0.1), on.frame);
      return on.frame[5];
    });
    expect(slots).toEqual([171, 143, 115, 87, 199]);
  });

  it("wheels snap when they come and when they let go, while the dimmer fades", () => {
    const on = bench([{ whole: { Gobo1: 2 }, cells: { Dimmer: 1, ColorAdd_R: 1 }, inSeconds: 2 }]);
    on.play({ type: "go", playbackId: "card-list" });
    on.engine.tick(on.t + 1, on.frame);
    expect([on.frame[6], on.frame[512 + 6]]).toEqual([24, 128]);
    on.engine.tick(on.t + 3, on.frame);
    on.play({ type: "let-go", playbackId: "card-list" });
    on.engine.tick(on.t + 0.05, on.frame);
    expect(on.frame[6]).toBe(4);
  });
});

describe("what serves the lamp itself", () => {
  it("is no part of any look", () => {
    const { rig } = showOf([...PAGE, ODD_LAMP, oddLamp(1)]);
    const head = rig.headByKey.get("fx-1")!;
    expect([...head.parameters.keys()]).not.toContain("FixtureGlobalReset");
    expect([...head.services.keys()]).toEqual(["FixtureGlobalReset"]);
    expect(slotsOf({ FixtureGlobalReset: 1 })[5]).toBe(20);
  });
});

describe("reading a value back", () => {
  it("tells the function, and the name in it", () => {
    const [, , , shutter, gobo, , turn] = ODD_LAMP.modes[0]!.channels;
    expect(functionAt(shutter!, 118 / 255).attribute).toBe("Shutter1Strobe");
    expect(functionAt(shutter!, 5 / 255).name).toBe("Closed");
    expect(setAt(functionAt(gobo!, 14 / 255), 14)).toBe("Ferns");
    expect(functionAt(turn!, 0.5, () => 200).attribute).toBe("Gobo1PosRotate");
    expect(functionAt(turn!, 0.5, () => 100).attribute).toBe("Gobo1Pos");
    // What lies between two DMX values is the nearer one's.
    expect(functionAt(shutter!, 199.4 / 255).attribute).toBe("Shutter1Strobe");
    expect(functionAt(shutter!, 49.6 / 255).attribute).toBe("Shutter1Strobe");
    expect(functionAt(shutter!, 49.4 / 255).attribute).toBe("Shutter1");
  });
});

describe("heads of a lamp", () => {
  it("hang where they are in it, turned with it", () => {
    const turned = { ...oddLamp(1), rotation: { x: 0, y: 0, z: 90 } };
    const { rig } = showOf([...PAGE, ODD_LAMP, turned]);
    const at = (key: string) => rig.headByKey.get(key)!.position;
    expect(at("fx-1")).toEqual({ x: 0, y: 0, z: 5 });
    // A quarter turn about z takes x to y.
    expect(at("fx-1.1").x).toBeCloseTo(0, 12);
    expect(at("fx-1.1").y).toBeCloseTo(-0.2, 12);
    expect(at("fx-1.2").y).toBeCloseTo(0.2, 12);
    expect(rig.headByKey.get("fx-1.2")!.label).toBe("1.2");
  });

  it("of records from before they turned stand where they stood", () => {
    const old = { ...fixture(2, "profile-odd"), rotation: { x: 90, y: 0, z: 180 }, headStep: { x: 0.35, y: 0, z: 0 } };
    const { rig } = showOf([...PAGE, ODD_LAMP, old]);
    expect(rig.headByKey.get("fx-2.1")!.position.x).toBeCloseTo(1 - 0.175, 12);
    expect(rig.headByKey.get("fx-2.2")!.position.x).toBeCloseTo(1 + 0.175, 12);
  });
});
