import type { Profile } from "@vexa/core";
import { fine, inRow, lamp, LIGHT, MIDDLE, virtualDimmer, whole, type ChannelPlan, type ModePlan } from "../lamp-plan";

import { shutter } from "./moving-lamps";

const RGB = [whole("ColorAdd_R", 1), whole("ColorAdd_G", 1), whole("ColorAdd_B", 1)];
const static4: ChannelPlan[] = [...RGB, whole("ColorAdd_W", 1)];

/** One to 170 cells of three colours: what any strip or panel comes down to. */
const rgbCells = (count: number): ModePlan => ({
  name: count === 1 ? "One cell" : `${count} cells`,
  heads: Array.from({ length: count }, (_, at) => [count === 1 ? "Cell" : `Cell ${at + 1}`, [virtualDimmer, ...RGB]] as const),
  ...(count > 1 ? { places: inRow(count, 0.1) } : {}),
});

const battenCells = (count: number): ModePlan => ({
  name: `Tilt and ${count} cells`,
  master: true,
  heads: [
    [
      "Batten",
      [
        { attribute: "Tilt", width: 2, physical: [-110, 110], home: 0, fullWaySeconds: 1.2 },
        { ...whole("Dimmer"), home: 1 },
        shutter,
        fine("Zoom", [4, 40], 12),
      ],
    ],
    ...Array.from(
      { length: count },
      (_, at) => [`Cell ${at + 1}`, [...static4.map((plan) => ({ ...plan, break: 2 })), { ...virtualDimmer, scaledBy: 1 }]] as const,
    ),
  ],
  places: [MIDDLE, ...inRow(count, 0.1)],
});

/** The rest of the library. */
export const MORE_LAMPS: readonly Profile[] = [
  lamp({
    number: 12,
    maker: "Quillfern",
    model: "Plain Dimmer",
    beamDegrees: 25,
    kelvin: 3000,
    tungstenKelvin: 3000,
    emitters: { open: { x: 0.4369, y: 0.4041, luminance: 1 } },
    modes: [
      { name: "8 bit", heads: [["Lamp", [whole("Dimmer")]]] },
      { name: "16 bit", heads: [["Lamp", [fine("Dimmer")]]] },
    ],
  }),
  lamp({
    number: 13,
    maker: "Quillfern",
    model: "Plain RGB",
    beamDegrees: 0,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE },
    modes: [1, 4, 8, 10, 12, 16, 24, 50, 100, 170].map(rgbCells),
  }),
  lamp({
    number: 14,
    maker: "Ombra Works",
    model: "Pebble 4",
    beamDegrees: 22,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE, ColorAdd_W: LIGHT.WHITE },
    modes: [
      { name: "Dimmer and colours", heads: [["Lens", [whole("Dimmer"), ...static4]]] },
      { name: "Colours alone", heads: [["Lens", [virtualDimmer, ...static4]]] },
    ],
  }),
  lamp({
    number: 15,
    maker: "Ombra Works",
    model: "Pebble 5",
    beamDegrees: 22,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE, ColorAdd_RY: LIGHT.AMBER, ColorAdd_W: LIGHT.WHITE },
    modes: [
      {
        name: "Fine",
        heads: [
          [
            "Lens",
            [
              fine("Dimmer"),
              fine("ColorAdd_R", [0, 1], 1),
              fine("ColorAdd_G", [0, 1], 1),
              fine("ColorAdd_B", [0, 1], 1),
              fine("ColorAdd_RY", [0, 1], 1),
              fine("ColorAdd_W", [0, 1], 1),
            ],
          ],
        ],
      },
    ],
  }),
  lamp({
    number: 16,
    maker: "Ombra Works",
    model: "Pebble 7",
    beamDegrees: 26,
    emitters: {
      ColorAdd_R: LIGHT.RED,
      ColorAdd_G: LIGHT.GREEN,
      ColorAdd_B: LIGHT.BLUE,
      ColorAdd_RY: LIGHT.AMBER,
      ColorAdd_GY: LIGHT.LIME,
      ColorAdd_C: LIGHT.CYAN,
      ColorAdd_BM: LIGHT.INDIGO,
    },
    modes: [
      {
        name: "Seven colours",
        heads: [
          [
            "Lens",
            [
              whole("Dimmer"),
              whole("ColorAdd_R", 1),
              whole("ColorAdd_RY", 1),
              whole("ColorAdd_GY", 1),
              whole("ColorAdd_G", 1),
              whole("ColorAdd_C", 1),
              whole("ColorAdd_B", 1),
              whole("ColorAdd_BM", 1),
            ],
          ],
        ],
      },
    ],
  }),
  lamp({
    number: 17,
    maker: "Petrel Optics",
    model: "Ember 2000",
    beamDegrees: 32,
    fieldDegrees: 48,
    lumens: 45000,
    kelvin: 3200,
    tungstenKelvin: 3200,
    emitters: { open: { x: 0.4234, y: 0.399, luminance: 1 } },
    modes: [{ name: "Dimmer", heads: [["Lamp", [whole("Dimmer")]]] }],
  }),
  lamp({
    number: 18,
    maker: "Ombra Works",
    model: "Lattice 12 Batten",
    beamDegrees: 12,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE, ColorAdd_W: LIGHT.WHITE },
    modes: [battenCells(12)],
    note: "Its cells are patched apart from the rest: the second break.",
  }),
];
