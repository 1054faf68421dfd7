import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { physicalOf } from "../rig/scale";
import { part, smallShow } from "../testing";
import { headValues } from "./head-values";
import { rowsOf } from "./column";
import { resolve } from "./resolve";
import type { Strokes } from "./stroke";

const show = smallShow();
const { heads } = show.rig;

/** Some heads, in any order, with gaps. */
const some = fc.shuffledSubarray([...heads], { minLength: 1 });

describe("what strokes say of heads", () => {
  it("is what they come to when they are resolved, whichever heads are asked for and whomever they are about", () => {
    const strokes = fc.array(
      fc.record({ who: some, knots: fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 3 }), rank: fc.nat(5) }),
      { maxLength: 4 },
    );
    fc.assert(
      fc.property(some, strokes, fc.constantFrom("Dimmer", "Tilt"), (asked, said, attribute) => {
        const all = Object.fromEntries(
          said.map(({ who, knots, rank }, at) => [
            `s${at}`,
            { who: { heads: who.map(({ key }) => key) }, rank, parts: { [attribute]: part(knots) } },
          ]),
        ) as Strokes;
        const rows = new Map(
          resolve(all, show)
            .content.flatMap(rowsOf)
            .map((row) => [row.parameter, row.value]),
        );
        const values = headValues(all, { attribute, heads: asked, show });
        expect(values.length).toBe(asked.length);
        asked.forEach((head, at) => {
          const parameter = head.parameters.get(attribute);
          const value = parameter === undefined ? undefined : rows.get(parameter);
          if (parameter === undefined || value === undefined || value === null) return expect(values[at]).toBeNull();
          expect(values[at]!.value).toBeCloseTo(physicalOf(show.rig.parameters[parameter]!.channel, value, attribute), 9);
          // Of several the topmost that is about the head.
          const topmost = said
            .map(({ who, rank }, index) => ({ who, rank, id: `s${index}` }))
            .filter(({ who }) => who.includes(head))
            .sort((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1))
            .at(-1)!;
          expect(values[at]!.strokeId).toBe(topmost.id);
        });
      }),
    );
  });

  it("says nothing of heads that no stroke is about, also where one gives others a point", () => {
    const [first, second] = heads.filter(({ parameters }) => parameters.has("Pan"));
    const points = { knots: [{ x: 1, y: 2, z: 0 }], path: "straight" } as const;
    const strokes: Strokes = { some: { who: { heads: [second!.key] }, rank: 1, parts: { Position: { points, shape: {}, touched: 1 } } } };
    const on = { attribute: "Position", show };
    expect(headValues(strokes, { ...on, heads: [first!] })).toEqual([null]);
    const [nothing, said] = headValues(strokes, { ...on, heads: [first!, second!] });
    expect([nothing, said?.point]).toEqual([null, points.knots[0]]);
  });

  it("keeps what a nudge lies on", () => {
    const strokes: Strokes = {
      own: { who: { heads: heads.slice(0, 3).map(({ key }) => key) }, rank: 1, parts: { Dimmer: part([20]) } },
      more: { who: { heads: [heads[1]!.key] }, rank: 2, parts: { Dimmer: { nudge: { knots: [10] }, shape: {}, touched: 2 } } },
    };
    const values = headValues(strokes, { attribute: "Dimmer", heads: heads.slice(0, 4), show });
    expect(values.map((entry) => (entry?.value === undefined || entry.value === null ? null : Math.round(entry.value)))).toEqual([
      20,
      30,
      20,
      null,
    ]);
    expect(values.slice(0, 3).map((entry) => entry!.strokeId)).toEqual(["own", "own", "own"]);
  });
});
