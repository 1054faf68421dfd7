import { describe, expect, it } from "vitest";
import {
  changedId,
  completeLine,
  edit,
  explain,
  LINE_ACTS,
  LINE_PARTS,
  lineOfCommand,
  linesOfSketch,
  MACRO_LINES,
  mayDo,
  parseCommand,
  readLine,
  readStep,
  seededRandom,
  selectedHeads,
  Show,
  type Json,
  type LineContext,
  type LineDoes,
  type Part,
} from "@vexa/core";
import { understory } from "./understory";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
/** What hands do that lines do, too. */
const WRITTEN: readonly string[] = [
  "Ember wash go",
  "Left ribs paint Orchid on odd",
  "Night bloom go 2 in 3",
  "Night bloom let go",
  "Pulse at 120",
  "Pulse tap",
  "blackout off",
  "curtain up in 3",
  "hold targets",
  "leave Voice to OSC",
  "nobody follows",
  "only Rib spots follow",
  "pace 1.5",
  "rinse Left ribs",
  "run Quiet house",
  "song Canopy drift",
  "song Night bloom",
  "stop Quiet house",
  "take Voice by hand",
  "walk Voice",
];
const RIBS = show.all("group").find(({ name }) => name === "Rib spots")!.id;
const VALUES = show.rig.parameters.map((_, at) => (at % 100) / 100);
const context = (of: Partial<LineContext> = {}): LineContext => {
  let ids = 0;
  return {
    show,
    personId: "person-ines",
    selection: { groupIds: [RIBS] },
    values: VALUES,
    newId: () => `n${++ids}`,
    cardId: "card-ember-wash",
    ...of,
  };
};
const read = (line: string, of: Partial<LineContext> = {}): LineDoes => {
  const done = readLine(line, context(of));
  if (!done.ok) throw new Error(`${line}: ${explain(done.error)}`);
  return done.value;
};
const refusal = (line: string, of: Partial<LineContext> = {}): string => {
  const done = readLine(line, context(of));
  return done.ok ? `understood: ${done.value.says}` : explain(done.error);
};
const partsOf = (line: string, of: Partial<LineContext> = {}): Record<string, Part> => {
  const next = edit(show, read(line, of).changes ?? []);
  if (!next.ok) throw new Error(explain(next.error));
  const strokes = Object.values(next.value.sketchOf("person-ines")!.strokes);
  return Object.assign({}, ...strokes.map(({ parts }) => parts)) as Record<string, Part>;
};
const lit = edit(show, read("Rib spots: dim 80, pan -20..20").changes!);
const withSketch = { show: lit.ok ? lit.value : show };

describe("the quick line", () => {
  it("selects, sets, fans, nudges, and gives times and shapes", () => {
    expect(read("101..108").heads).toHaveLength(8);
    expect(read("rib spots/odd").select).toMatchObject({ groupIds: [RIBS], mask: { type: "every", n: 2, at: 1 } });
    const parts = partsOf("Rib spots: dim 0..80..0, pan -20..20, fade 2, delay 0..1.2, shape folded clump 2");
    expect(parts["Dimmer"]).toMatchObject({
      level: { knots: [0, 0.8, 0] },
      fade: { knots: [2] },
      delay: { knots: [0, 1.2] },
      shape: { folded: true, clump: 2 },
    });
    expect(parts["Pan"]).toMatchObject({ level: { knots: [-20, 20] }, fade: { knots: [2] } });
    expect(partsOf("Rib spots: zoom +5")["Zoom"]).toMatchObject({ nudge: { knots: [5] } });
    expect(partsOf("Rib spots: dim 7,5")["Dimmer"]).toMatchObject({ level: { knots: [0.075] } });
    expect(partsOf("Rib spots: Ember")["Color"]).toMatchObject({ presets: { ids: [expect.any(String) as string] } });
    expect(partsOf("Rib spots: Ember..Moss")["Color"]!.presets!.ids).toHaveLength(2);
    expect(partsOf("Rib spots: color amber..#0040ff")["Color"]!.colors!.knots).toHaveLength(2);
    expect(partsOf("Rib spots: point 0 2 1.6")["Position"]!.points!.knots).toEqual([{ x: 0, y: 2, z: 1.6 }]);
    expect(partsOf("Rib spots: dim wave sine 0..100 phase 0..360 rate 0.5 on Pulse")["Dimmer"]!.motion).toMatchObject({
      kind: "wave",
      waveform: "sine",
      low: 0,
      high: 1,
      phase: { knots: [0, 360] },
      rate: { knots: [0.5] },
      masterId: "master-pulse",
    });
    expect(read(": dim 50", { selection: { groupIds: [RIBS] } }).says).toContain("Rib spots");
  });

  it("does what people do while playing", () => {
    expect(read("Night bloom go").play).toEqual([{ type: "go", playbackId: expect.any(String) as string }]);
    expect(read("night go 2 in 3,5").play![0]).toMatchObject({ type: "go", seconds: 3.5, cueId: expect.any(String) as string });
    expect(read("Pulse at 126").play).toEqual([{ type: "bpm", masterId: "master-pulse", bpm: 126 }]);
    expect(read("Grand Master at 80 %").play).toEqual([{ type: "grand-master", level: 0.8 }]);
    expect(read("Floor washes at 40").play![0]).toMatchObject({ type: "group-level", level: 0.4 });
    const [parked] = read("101 park pan, tilt").play!;
    const [key] = read("101").heads;
    const at = (attribute: string): number => context().values[show.rig.headByKey.get(key!)!.parameters.get(attribute)!]!;
    expect(parked).toEqual({ type: "park-all", values: { [key!]: { Pan: at("Pan"), Tilt: at("Tilt") } } });
    expect(read("undo").undo).toBe("undo");
  });

  it("paints part of a bed: by place, those of a group, or all but these", () => {
    const rib = show.all("group").find(({ name }) => name === "Rib 3 spots")!;
    for (const [part, mask] of [
      ["odd", "odd"],
      ["Rib 3 spots", { groupId: rib.id }],
      ["all but Rib 3 spots", { groupId: rib.id, others: true }],
    ] as const) {
      const done = read(`left ribs paint orchid on ${part}`);
      expect(done).toMatchObject({ line: `Left ribs paint Orchid on ${part}`, play: [{ type: "paint", mask }] });
      expect(lineOfCommand(done.play![0]!, context())?.line).toBe(done.line);
    }
    expect(refusal("left ribs paint orchid on moonbeams")).toMatch(/“moonbeams”.*a group's heads, or on all but these/);
  });

  it("keeps what is in the sketch as a cue or a preset", () => {
    const cue = read("keep in Night bloom 9 as Dusk", withSketch).changes!;
    expect(cue).toMatchObject([{ op: "add", record: { kind: "cue", number: 9, name: "Dusk" } }]);
    expect(read("keep as Ember glow", withSketch).changes).toMatchObject([{ op: "add", record: { kind: "preset", name: "Ember glow" } }]);
    expect(refusal("keep as X")).toMatch(/your sketch is empty/);
    expect(refusal("keep in Night bloom 1", withSketch)).toMatch(/has a cue of this number already/);
  });

  it.each([
    ["", /write heads and what they do/],
    ["Rib spots: ", /write what is to be done/],
    ["Rib spots: dim eighty", /“dim eighty” isn't understood here: it is neither a preset nor/],
    ["Rib spots: dim 80, glow 3", /“glow” isn't understood here: there is no attribute/],
    ["Moon: dim 80", /“?Moon”?.*no group of this name/],
    ["Rib spots: fade -2", /“-2”/],
    ["Rib spots: shape", /say how it lies/],
    ["Rib spots: dim 0..1, shape clump x", /“x”/],
    ["Night bloom go 99", /“99” isn't understood here: the list has no cue/],
    ["Moon go", /there is no list or card/],
    ["C go", /it may be/],
    ["Pulse at 9999", /tempos go from 1 to 600/],
    ["Night bloom at 180", /levels go from 0 to 100/],
    ["curtain up in soon", /“soon”/],
    ["101 park moonbeam", /“moonbeam”/],
    ["x".repeat(2000), /at most 1000 letters/],
  ])("says at which word “%s” isn't understood", (line, why) => {
    expect(refusal(line)).toMatch(why);
  });

  it.each([...LINE_ACTS, ...LINE_PARTS].map(({ example }) => example))(
    "“%s” is read, written in full, and read again to the same",
    (example) => {
      const one = read(example, withSketch);
      const again = read(one.line, withSketch);
      expect(again).toEqual(one);
      for (const command of one.play ?? [])
        expect(parseCommand(JSON.parse(JSON.stringify(command)) as Json).ok, JSON.stringify(command)).toBe(true);
      for (const command of one.play ?? []) expect(mayDo(show, show.get("person", "person-ines")!, command)).toBeNull();
    },
  );

  it("of a hundred thousand lines thrown together none throws; what is understood fits the show, and reads again to the same", () => {
    const random = seededRandom(20261128);
    const words =
      "Rib spots|Floor washes|101|102..108|sel|/odd|/runs 4|:|,|+|-|dim|pan|zoom|color|point|80|-20..20|+5|0..1.2|fade|delay|shape|folded|clump|2|wave|sine|0..100|phase|on|Pulse|Ember|Moss|go|back|let go|tap|at|keep|in|Night bloom|as|Dusk|park|unpark|highlight|off|curtain|down|up|undo|wipe|blackout|1e9|..|#ff|__proto__|constructor|{}|\n|✨| ".split(
        "|",
      );
    let understood = 0;
    const known = new Set<string>();
    for (let round = 0; round < 100_000; round++) {
      const line = Array.from({ length: 1 + Math.floor(random() * 7) }, () => words[Math.floor(random() * words.length)]).join(" ");
      // Short ones come again and again.
      if (known.has(line)) continue;
      known.add(line);
      const done = readLine(line, context(withSketch));
      if (!done.ok) continue;
      understood++;
      const { changes = [], heads } = done.value;
      const next = edit(withSketch.show, changes);
      expect(next.ok, `${line}: ${next.ok ? "" : explain(next.error)}`).toBe(true);
      expect(changes.every((change) => changedId(change).length <= 80)).toBe(true);
      expect(heads.every((head) => show.rig.headByKey.has(head))).toBe(true);
      const again = readLine(done.value.line, context(withSketch));
      expect(again.ok && again.value, line).toEqual(done.value);
    }
    expect(known.size).toBeGreaterThan(70_000);
    expect(understood).toBeGreaterThan(1000);
  });

  it("is written for what hands do: reading it does the same, and what no line does is counted", () => {
    const played = LINE_ACTS.flatMap(({ example }) => read(example, withSketch).play ?? []);
    const lines = played.map((command) => lineOfCommand(command, context()));
    lines.forEach((written, at) => written && expect(read(written.line).play, written.line).toEqual([played[at]]));
    expect(lines.flatMap((written) => written?.line ?? []).toSorted()).toEqual(WRITTEN);
    expect(lineOfCommand({ type: "toggle", playbackId: "card-dusk-wash" }, context())?.line).toBe("Dusk, added go");
    expect(lineOfCommand({ type: "level", playbackId: "card-ember-wash", level: 0.225 }, context())).toEqual({
      line: "Ember wash at 22.5",
      about: "Ember wash at",
    });
    expect(lineOfCommand({ type: "flash", playbackId: "card-thunder", press: "down" }, context())).toBeNull();
    const [done, missed] = [new Set<string>(), new Set<string>()];
    for (const { example } of LINE_PARTS) {
      const { changes = [] } = read(example);
      const after = edit(show, changes);
      if (!after.ok) throw new Error(explain(after.error));
      const found = linesOfSketch(after.value, context());
      if (found.missed > 0) missed.add(example);
      for (const { line } of found.lines) {
        const again = edit(show, read(line).changes ?? []);
        expect(again.ok).toBe(true);
        done.add(line);
      }
    }
    expect([...done]).toEqual([
      "Rib spots: Dimmer 0..80..0",
      "Rib spots: Pan -20..20",
      "Rib spots: Zoom +5",
      "Rib spots: Ember..Moss",
      "Rib spots: color #ffa000..#0040ff",
      "Rib spots: point 0 2 1.6",
      "Rib spots: follow Voice around 2 softly 0.5",
      "Rib spots: wide 2 on Voice within -4 -2 0..4 3 2",
      "Rib spots: edge 2 on Voice at 80",
      "Rib spots: Dimmer 80, fade 2, delay 0..1.2",
      "Rib spots: Dimmer 0..100, shape folded clump 2",
      "Rib spots: Dimmer wave sine 0..100 phase 0..360 on Pulse",
      "Rib spots: circle 40 phase 0..360 rate 0.25 on Slow bloom",
    ]);
    expect([...missed]).toEqual([]);
  });

  it("is written for the heads that are meant: where a name means others there is none", () => {
    const spots = show.get("group", RIBS)!;
    const twin = { ...spots, id: "group-twin", rank: spots.rank + 1, heads: spots.heads.slice(1) };
    const two = new Show(new Map([...show.records, [twin.id, twin]]));
    const on = (groupId: string) => {
      const { changes = [] } = read("sel: dim 40", { show: two, selection: { groupIds: [groupId] } });
      const after = edit(two, changes);
      if (!after.ok) throw new Error(explain(after.error));
      return linesOfSketch(after.value, context({ show: two }));
    };
    expect(on(RIBS)).toMatchObject({ lines: [{ line: "Rib spots: Dimmer 40" }], missed: 0 });
    expect(on(twin.id)).toEqual({ lines: [], missed: 1 });
  });

  it.each(MACRO_LINES)("reads what only macros have: $example", ({ example }) => {
    const step = readStep(example, show);
    expect(step.ok && step.value.type).not.toBe("line");
  });

  it("completes what is begun", () => {
    const words = (line: string): string[] => completeLine(line, context()).map(({ word }) => word);
    expect(words("rib")).toContain("Rib spots");
    expect(words("Night bloom ")).toContain("Night bloom let go");
    expect(words("Rib spots: di")).toContain("Dimmer");
    expect(words("Rib spots: dim 80, em")).toContain("Ember");
    expect(words("Moon: d")).toEqual([]);
    expect(completeLine("Rib spots: di", context())[0]!.line).toBe("Rib spots: Dimmer ");
    expect(selectedHeads({ groupIds: [RIBS] }, show).length).toBeGreaterThan(10);
  });
});
