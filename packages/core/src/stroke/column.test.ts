import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { smallShow } from "../testing";
import { randomStroke, withEmitters } from "../testing/random-content";
import { isColumn, rowsOf, type Column } from "./column";
import { Laid, laidOver } from "./laid";
import { makeColumns } from "./make-columns";
import { makeRows, type PartIn } from "./make-rows";
import type { Row } from "./row";
import { spreadOf } from "./spread";

const show = withEmitters(smallShow());
const rising = (rows: readonly Row[]): Row[] => rows.toSorted((a, b) => a.parameter - b.parameter);
function partsOf(seed: number): PartIn[] {
  const random = seededRandom(seed);
  const { who, parts } = randomStroke(random, 1);
  const masked = random() < 0.5 ? { ...who, mask: { type: "every" as const, n: 2, at: 1 + Math.floor(random() * 2) } } : who;
  return Object.entries(parts).map(([attribute, part]) => ({
    attribute,
    part: random() < 0.3 ? { ...part, timesIn: "parts" as const } : part,
    spread: spreadOf(masked, show),
    show,
    rowsOf: () => [],
  }));
}

describe("columns", () => {
  it("say what rows say, wherever a part has them (400 random strokes)", () => {
    let columns = 0;
    for (let seed = 1; seed <= 400; seed++)
      for (const of of partsOf(seed)) {
        const made = makeColumns(of);
        if (!made) continue;
        columns += made.length;
        expect(rising(made.flatMap(rowsOf))).toEqual(rising(makeRows(of)));
        for (const { parameters } of made) expect([...parameters]).toEqual([...parameters].sort((a, b) => a - b));
      }
    expect(columns).toBeGreaterThan(300);
  });

  it("are laid over each other and over rows as rows are, whatever comes first (100 random stacks)", () => {
    let [kept, mixed] = [0, 0];
    for (let seed = 1; seed <= 100; seed++) {
      const stack = [0, 1, 2, 3].flatMap((layer) => partsOf(1000 * layer + seed));
      const laid = new Laid(show.rig);
      const plain = new Map<number, Row>();
      for (const of of stack) {
        const rows = makeRows(of);
        for (const content of makeColumns(of) ?? [rows]) laid.add(content);
        for (const row of rows) plain.set(row.parameter, laidOver(plain.get(row.parameter), row));
      }
      const { content } = laid;
      kept += content.filter(isColumn).length;
      mixed += content.filter((one) => !isColumn(one)).length;
      // Rising as a whole, too.
      expect(content.flatMap(rowsOf)).toEqual(rising([...plain.values()]));
    }
    expect(Math.min(kept, mixed)).toBeGreaterThan(50);
  });

  it("keep times of both kinds apart when they are laid over each other", () => {
    const column = (parameters: number[], times: Column["times"]): Column => ({
      parameters: Int32Array.from(parameters),
      values: Float64Array.from(parameters),
      times,
    });
    const laid = new Laid(show.rig);
    const [first, second, third] = [...show.rig.heads.slice(0, 3)].map(({ parameters }) => parameters.get("Pan")!);
    laid.add(column([first!, third!], { fade: Float64Array.of(1, NaN) }));
    laid.add(column([second!], { fadePart: Float64Array.of(0.5) }));
    expect(laid.content.flatMap(rowsOf)).toMatchObject([
      { parameter: first, fade: 1, delay: null },
      { parameter: second, fade: null, fadePart: 0.5 },
      { parameter: third, fade: null, delay: null },
    ]);
    expect(laid.content.flatMap(rowsOf).map((row) => "fadePart" in row)).toEqual([false, true, false]);
  });
});
