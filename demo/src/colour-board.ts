import { colorOfHex, type Bed, type Board, type CoatColor, type Page, type Pot } from "@vexa/core";

const mixed = (hex: string): CoatColor => {
  const { x, y } = colorOfHex(hex)!;
  return { x, y };
};
const of = (preset: string): CoatColor => ({ presetId: `preset-${preset}` });

const POTS: readonly (readonly [string, CoatColor, string?])[] = [
  ["ember", of("ember")],
  ["lantern", of("lantern")],
  ["pollen", mixed("#ffd23a"), "Pollen"],
  ["moss", of("moss")],
  ["pond", mixed("#20b8b0"), "Pond"],
  ["frost", of("frost")],
  ["dusk", of("dusk")],
  ["orchid", mixed("#ff4fb0"), "Orchid"],
  ["berry", mixed("#e01030"), "Berry"],
  ["milk", mixed("#fff4e6"), "Milk"],
];

const BEDS: readonly (readonly [string, string])[] = [
  ["left", "group-left-ribs"],
  ["right", "group-right-ribs"],
  ["rib-3", "group-rib-3"],
  ["front", "group-front-washes"],
  ["back", "group-back-washes"],
  ["canopy", "group-bars"],
  ["ferns-l", "group-left-ferns"],
  ["ferns-r", "group-right-ferns"],
];

/** A page that is one colour board: eight beds over the palm house, ten pots. */
export function colourBoard(): (Page | Board)[] {
  const page: Page = { id: "page-colour", kind: "page", version: 1, name: "Colour", rank: 3, territoryId: null };
  const board: Board = {
    id: "board-house",
    kind: "board",
    version: 1,
    pageId: page.id,
    name: "Palm house",
    fadeSeconds: 0.8,
    travelSeconds: 1,
    releaseSeconds: 2,
    pots: Object.fromEntries(
      POTS.map(([key, color, name], at): [string, Pot] => [key, { rank: at + 1, color, ...(name ? { name } : {}) }]),
    ),
    beds: Object.fromEntries(
      BEDS.map(([key, groupId], at): [string, Bed] => [
        key,
        {
          rank: at + 1,
          groupId,
          ...(groupId.endsWith("washes") ? { level: true } : {}),
          ...(key === "canopy" ? { at: { x: 0.5, y: 0.13 } } : {}),
        },
      ]),
    ),
    ...{ column: 0, row: 0, columns: 9, rows: 4.5 },
  };
  return [page, board];
}
