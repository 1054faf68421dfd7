import { FAMILIES, sketchIdOf, type ShowRecord, type Territory } from "@vexa/core";
import { listWithCard, part, smallShow, strokeOn } from "@vexa/core/testing";

export const HEADS = [
  ...Array.from({ length: 8 }, (_, at) => `fx-${at + 1}`),
  ...[9, 10].flatMap((lamp) => [1, 2, 3].map((cell) => `fx-${lamp}.${cell}`)),
];

/** Three territories with a list each: Ben and Dora, and Olu who plays, have the first movers, Eve the others, Cleo the cells. */
export function crewShow(): ShowRecord[] {
  const territory = (id: string, heads: readonly string[], personIds: readonly string[]): Territory => ({
    ...{ id, kind: "territory", version: 1, name: id, tint: 0, personIds },
    parts: [{ groupIds: [], heads, families: FAMILIES }],
  });
  const person = (id: string): ShowRecord => ({ id, kind: "person", version: 1, name: id, initials: id.slice(0, 2), role: "programmer" });
  const base = [...smallShow().records.values()].filter(({ kind }) => kind !== "territory");
  return [
    ...base,
    person("dora"),
    person("eve"),
    ...["dora", "eve"].map((personId): ShowRecord => ({ id: sketchIdOf(personId), kind: "sketch", version: 1, personId, strokes: {} })),
    territory("north", HEADS.slice(0, 4), ["ben", "dora", "olu"]),
    territory("middle", HEADS.slice(4, 8), ["eve"]),
    territory("south", HEADS.slice(8), ["cleo"]),
    ...["north", "middle", "south"].flatMap((territoryId, column) =>
      listWithCard(
        `list-${territoryId}`,
        [0.3, 0.9].map((level) => ({
          inSeconds: 0,
          strokes: [strokeOn("movers", { Dimmer: part([level]) }), strokeOn("cells", { Dimmer: part([level]) }, 2)],
        })),
        { territoryId, column: column * 2 },
      ),
    ),
  ];
}
