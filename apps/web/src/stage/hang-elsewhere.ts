import { setChange, type Change, type Fixture, type Head } from "@vexa/core";

/** The changes that hang the fixtures of these heads so many metres further right and upstage, each fixture once. */
export function hangChanges(heads: readonly Head[], by: { x: number; y: number }): Change[] {
  if (by.x === 0 && by.y === 0) return [];
  const fixtures = new Map<string, Fixture>(heads.map(({ fixture }) => [fixture.id, fixture]));
  const centimetres = (value: number): number => Math.round(value * 100) / 100;
  return [...fixtures.values()].map(({ id, position }) =>
    setChange(id, ["position"], {
      from: position,
      to: { ...position, x: centimetres(position.x + by.x), y: centimetres(position.y + by.y) },
    }),
  );
}
