import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { parkedAmong } from "../playing/parked-heads";
import { mayDo } from "../rights/rights";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { singer } from "../testing/follow-show";
import type { LineContext, LineDoes } from "./line";
import { readLine } from "./read-line";

const tess = { id: "tess", kind: "person", version: 1, name: "Tess", initials: "Ts", role: "technician" } as const;
const show = smallShow([
  tess,
  singer,
  ...listWithCard("lit", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.4]), Pan: part([33]), Tilt: part([7]) })] }]),
]);
const context: LineContext = { show, personId: "ann", selection: { groupIds: ["movers"] }, values: [], newId: () => "new" };
const read = (line: string, of: Partial<LineContext> = {}): LineDoes => {
  const done = readLine(line, { ...context, ...of });
  if (!done.ok) throw new Error(`${line}: ${explain(done.error)}`);
  return done.value;
};
const refusal = (line: string): string => {
  const done = readLine(line, context);
  return done.ok ? `understood: ${done.value.says}` : explain(done.error);
};

describe("parking at values", () => {
  it.each(["dim 0", "dim 5..80, pan -20..20", "tilt 10, dim 100", "point 1 2 1.6"])(
    "“%s” comes to the octets that the same words behind a colon come to, whatever plays",
    (values) => {
      const [sketched, parks] = [new EngineOnBench(show), new EngineOnBench(show)];
      sketched.play({ type: "go", playbackId: "card-lit" });
      sketched.change(read(`Movers: ${values}`).changes ?? []);
      parks.play({ type: "go", playbackId: "card-lit" });
      for (const command of read(`Movers park at ${values}`).play ?? []) parks.play(command);
      for (const bench of [sketched, parks]) bench.read(1, 0, 9);
      expect([...parks.frame]).toEqual([...sketched.frame]);
      // The sketch goes, what is parked stays; freed, what plays is there again.
      for (const command of read("Movers unpark", { show: parks.engine.show }).play ?? []) parks.play(command);
      expect(parks.read(1, 0, 9)).toBeCloseTo(0.4, 3);
    },
  );

  it("is written in full and read again to the same; `at` may be left out; a sketch of other things doesn't matter", () => {
    const one = read("Movers park dim 20, pan 5");
    expect(one).toMatchObject({ line: "Movers park Dimmer 20, Pan 5", says: expect.stringContaining("parks 8 heads at") as string });
    expect(one.play).toHaveLength(1);
    expect(read(one.line)).toEqual(one);
    expect(read("movers park at dim 20, pan 5").play).toEqual(one.play);
    const bench = new EngineOnBench(show);
    bench.sketch("ann", { s: strokeOn("movers", { Tilt: part([50]), Dimmer: part([0.9]) }) });
    expect(read("Movers park dim 20, pan 5", { show: bench.engine.show })).toEqual(one);
    // Technicians have no sketch at all.
    expect(read("Movers park dim 20, pan 5", { personId: "tess" })).toEqual(one);
  });

  it.each([
    ["Movers park dim wave sine 0..100", /“dim wave sine 0..100”.*can't be parked/],
    ["Movers park dim +5", /can't be parked/],
    ["Movers park follow singer", /can't be parked/],
    ["Movers park fade 2", /say a value, such as dim 0/],
    ["Movers park dim 0, moonbeam", /“moonbeam”/],
    ["Movers park pan, moonbeam", /“moonbeam”.*attributes alone, or a value for each/],
    ["Movers park pan, tilt 20", /“tilt 20”.*attributes alone, or a value for each/],
    ["Movers park at", /“at”/],
    ["Movers park dim 101", /101/],
    ["Movers park zoom 20", /“zoom”/],
  ])("“%s” is refused with the word", (line, why) => {
    expect(refusal(line)).toMatch(why);
  });

  it("is known for each head and attribute; of whole positions any part counts", () => {
    const bench = new EngineOnBench(show);
    for (const command of read("1, 3 park pan 20").play ?? []) bench.play(command);
    for (const command of read("2 park dim 20", { show: bench.engine.show }).play ?? []) bench.play(command);
    const among = (attribute: string) => parkedAmong(bench.engine.show, attribute, ["fx-1", "fx-2", "fx-3", "gone"]);
    expect(among("Pan")).toEqual([true, false, true, false]);
    expect(among("Position")).toEqual([true, false, true, false]);
    expect(among("Tilt")).toEqual([false, false, false, false]);
    expect(among("Dimmer")).toEqual([false, true, false, false]);
    expect(among("Color")).toEqual([false, false, false, false]);
  });

  it("is for whoever has the heads", () => {
    const [command] = read("Cells park dim 50").play ?? [];
    const who = (id: string) => show.get("person", id)!;
    expect(["ann", "ben", "cleo", "olu"].map((id) => mayDo(show, who(id), command!) === null)).toEqual([true, false, true, false]);
  });
});
