import type { Profile } from "@vexa/core";
import { fine, inRow, lamp, LIGHT, virtualDimmer, wheel, whole } from "../lamp-plan";

const COLOURS = ["open", "ember", "straw", "moss", "pond", "dusk", "orchid", "frost"];
const GOBOS = ["open", "leaf veins", "rain on glass", "iron lattice", "spores", "roots", "fern shadow", "petals"];
const GOBO_PICTURES = [null, "veins", "rain", "lattice", "spores", "roots", "ferns", "petals"];
const cell = [virtualDimmer, whole("ColorAdd_R", 1), whole("ColorAdd_G", 1), whole("ColorAdd_B", 1)];

/** The lamps that hang in Understory. */
export const DEMO_LAMPS: readonly Profile[] = [
  lamp({
    number: 1,
    maker: "Halcyard",
    model: "Heron 400 Profile",
    beamDegrees: 0,
    kelvin: 6500,
    lumens: 16000,
    emitters: { open: LIGHT.ARC },
    pictures: { Gobo1: GOBO_PICTURES },
    wheels: {
      Color1: [
        LIGHT.ARC,
        { x: 0.58, y: 0.38, luminance: 0.3 },
        { x: 0.42, y: 0.42, luminance: 0.8 },
        { x: 0.33, y: 0.56, luminance: 0.4 },
        { x: 0.19, y: 0.28, luminance: 0.25 },
        { x: 0.2, y: 0.13, luminance: 0.08 },
        { x: 0.34, y: 0.2, luminance: 0.2 },
        { x: 0.28, y: 0.3, luminance: 0.85 },
      ],
    },
    modes: [
      {
        name: "Extended 16 bit",
        heads: [
          [
            "Lens",
            [
              fine("Pan", [-270, 270]),
              fine("Tilt", [-135, 135]),
              fine("Dimmer"),
              whole("Shutter1", 1),
              whole("ColorSub_C"),
              whole("ColorSub_M"),
              whole("ColorSub_Y"),
              wheel("Color1", COLOURS),
              wheel("Gobo1", GOBOS),
              fine("Gobo1Pos", [-180, 180]),
              whole("Prism1"),
              whole("Frost1"),
              whole("Iris", 1),
              fine("Zoom", [6, 42], 14),
              fine("Focus1", [0, 1], 0.5),
            ],
          ],
        ],
      },
    ],
  }),
  lamp({
    number: 2,
    maker: "Petrel Optics",
    model: "Murmur 19 Wash",
    beamDegrees: 0,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE, ColorAdd_W: LIGHT.WHITE },
    modes: [
      {
        name: "Standard",
        heads: [
          [
            "Lens",
            [
              fine("Pan", [-270, 270]),
              fine("Tilt", [-115, 115]),
              fine("Dimmer"),
              whole("Shutter1", 1),
              whole("ColorAdd_R", 1),
              whole("ColorAdd_G", 1),
              whole("ColorAdd_B", 1),
              whole("ColorAdd_W", 1),
              fine("Zoom", [8, 60], 30),
            ],
          ],
        ],
      },
    ],
  }),
  lamp({
    number: 3,
    maker: "Ombra Works",
    model: "Tessel 12 Bar",
    beamDegrees: 0,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE },
    modes: [{ name: "12 cells", heads: Array.from({ length: 12 }, (_, at) => [`Cell ${at + 1}`, cell] as const), places: inRow(12, 0.24) }],
  }),
  lamp({
    number: 4,
    maker: "Ombra Works",
    model: "Sprig 5",
    beamDegrees: 0,
    emitters: { ColorAdd_R: LIGHT.RED, ColorAdd_G: LIGHT.GREEN, ColorAdd_B: LIGHT.BLUE, ColorAdd_RY: LIGHT.AMBER, ColorAdd_GY: LIGHT.LIME },
    modes: [
      {
        name: "Five colours",
        heads: [
          [
            "Lens",
            [
              whole("Dimmer"),
              whole("ColorAdd_R", 1),
              whole("ColorAdd_G", 1),
              whole("ColorAdd_B", 1),
              whole("ColorAdd_RY", 1),
              whole("ColorAdd_GY", 1),
            ],
          ],
        ],
      },
    ],
  }),
  lamp({
    number: 5,
    maker: "Petrel Optics",
    model: "Wick 60",
    beamDegrees: 0,
    kelvin: 2700,
    tungstenKelvin: 2700,
    emitters: { open: LIGHT.TUNGSTEN },
    modes: [{ name: "Dimmer", heads: [["Lamp", [whole("Dimmer")]]] }],
  }),
  lamp({
    number: 6,
    maker: "Halcyard",
    model: "Kiln 2",
    beamDegrees: 0,
    emitters: { open: LIGHT.TUNGSTEN },
    modes: [
      {
        name: "Two cells",
        heads: [
          ["Cell 1", [whole("Dimmer")]],
          ["Cell 2", [whole("Dimmer")]],
        ],
        places: inRow(2, 0.35),
      },
    ],
  }),
  lamp({
    number: 7,
    maker: "Halcyard",
    model: "Flint",
    beamDegrees: 0,
    emitters: { open: LIGHT.ARC },
    modes: [
      {
        name: "Rate and intensity",
        heads: [["Tube", [whole("Dimmer"), { attribute: "Shutter1Strobe", width: 1, physical: [0, 20], home: 0 }]]],
      },
    ],
  }),
  lamp({
    number: 8,
    maker: "Ombra Works",
    model: "Dew 2",
    beamDegrees: 0,
    modes: [{ name: "Haze and fan", heads: [["Nozzle", [whole("Fog1"), whole("Fan1", 0.3)]]] }],
  }),
  lamp({
    number: 9,
    maker: "Ombra Works",
    model: "Draught",
    beamDegrees: 0,
    modes: [{ name: "Speed", heads: [["Blade", [whole("Fan1")]]] }],
  }),
];
