import type { Profile } from "@vexa/core";
import { fine, lamp, LIGHT, part, wheel, whole, type ChannelPlan } from "../lamp-plan";

/** A shutter as most lamps have it: closed, open, strobe, pulses, and a reset that shares the channel. */
export const shutter: ChannelPlan = {
  attribute: "Shutter1",
  name: "Open",
  width: 1,
  range: [16, 31],
  physical: [1, 1],
  home: 1,
  more: [
    part("Shutter1", [0, 15], { name: "Closed", physical: [0, 0] }),
    part("Shutter1Strobe", [32, 159], { physical: [0.5, 25] }),
    part("Shutter1StrobeRandom", [160, 223], { physical: [0.5, 12] }),
    part("FixtureGlobalReset", [240, 255]),
  ],
};

const goboTurns = (channel: number): ChannelPlan => ({
  attribute: "Gobo1Pos",
  width: 2,
  physical: [-180, 180],
  home: 0,
  needs: { channel, range: [0, 127] },
  more: [{ attribute: "Gobo1PosRotate", physical: [-240, 240], needs: { channel, range: [128, 255] } }],
});

const blades = (["1", "2", "3", "4"] as const).flatMap((blade): ChannelPlan[] => [
  whole(`Blade${blade}A`),
  { attribute: `Blade${blade}Rot`, width: 1, physical: [-30, 30], home: 0 },
]);

const FRAMING: readonly ChannelPlan[] = [
  { attribute: "Pan", width: 3, physical: [-270, 270], home: 0, fullWaySeconds: 2.4 },
  { attribute: "Tilt", width: 3, physical: [-132, 132], home: 0, fullWaySeconds: 1.5 },
  fine("Dimmer"),
  shutter,
  fine("ColorSub_C"),
  fine("ColorSub_M"),
  fine("ColorSub_Y"),
  whole("CTO"),
  wheel("Color1", ["open", "rust", "brass", "lichen", "tarn", "heath"], {
    to: 127,
    more: [part("Color1WheelSpin", [128, 255], { physical: [-120, 120] })],
  }),
  wheel("Gobo1", ["open", "leaf veins", "rain on glass", "spores", "petals"], {
    to: 99,
    more: [part("Gobo1SelectShake", [100, 179], { physical: [1, 4] }), part("Gobo1WheelSpin", [180, 255], { physical: [-180, 180] })],
  }),
  { attribute: "Gobo1PosMode", width: 1, physical: [0, 1], home: 0, name: "Gobo turn or spin" },
  goboTurns(10),
  wheel("Gobo2", ["open", "iron lattice", "roots", "fern shadow"], {
    to: 191,
    more: [part("Gobo2WheelSpin", [192, 255], { physical: [-90, 90] })],
  }),
  {
    attribute: "AnimationWheel1",
    width: 1,
    physical: [0, 1],
    home: 0,
    sets: [
      { name: "out", range: [0, 127], at: 0 },
      { name: "in", range: [128, 255], at: 1 },
    ],
  },
  { attribute: "AnimationWheel1PosRotate", width: 1, physical: [-120, 120], home: 0 },
  {
    attribute: "Prism1",
    width: 1,
    physical: [0, 0],
    home: 0,
    name: "No prism",
    range: [0, 63],
    more: [part("Prism1", [64, 255], { physical: [1, 1] })],
  },
  { attribute: "Prism1PosRotate", width: 1, physical: [-180, 180], home: 0 },
  whole("Frost1"),
  whole("Iris", 1),
  fine("Zoom", [5, 48], 18),
  fine("Focus1", [0, 1], 0.5),
  ...blades,
  { attribute: "ShaperRot", width: 2, physical: [-60, 60], home: 0 },
  {
    attribute: "Control1",
    width: 1,
    physical: [0, 0],
    home: 0,
    name: "No function",
    range: [0, 63],
    more: [
      part("LampControl", [64, 127], { name: "Lamp on" }),
      part("FanMode", [128, 191], { name: "Fans quiet" }),
      part("DisplayIntensity", [192, 255], { name: "Display off" }),
    ],
  },
];

/** Moving heads that do all that such lamps do. */
export const MOVING_LAMPS: readonly Profile[] = [
  lamp({
    number: 10,
    maker: "Halcyard",
    model: "Heron 900 Framing",
    beamDegrees: 18,
    fieldDegrees: 21,
    lumens: 34000,
    kelvin: 6800,
    emitters: { open: LIGHT.ARC },
    wheels: {
      Color1: [
        LIGHT.ARC,
        { x: 0.61, y: 0.36, luminance: 0.25 },
        { x: 0.47, y: 0.43, luminance: 0.6 },
        { x: 0.32, y: 0.52, luminance: 0.4 },
        { x: 0.18, y: 0.2, luminance: 0.15 },
        { x: 0.3, y: 0.19, luminance: 0.18 },
      ],
    },
    pictures: { Gobo1: [null, "veins", "rain", "spores", "petals"], Gobo2: [null, "lattice", "roots", "ferns"] },
    modes: [{ name: "Full", heads: [["Lens", FRAMING]] }],
  }),
  lamp({
    number: 11,
    maker: "Petrel Optics",
    model: "Skua 2 Beam",
    beamDegrees: 1.8,
    fieldDegrees: 2.4,
    lumens: 9000,
    kelvin: 7500,
    emitters: { open: { x: 0.3, y: 0.31, luminance: 1 } },
    wheels: {
      Color1: [
        { x: 0.3, y: 0.31, luminance: 1 },
        { x: 0.68, y: 0.31, luminance: 0.15 },
        { x: 0.24, y: 0.66, luminance: 0.4 },
        { x: 0.15, y: 0.1, luminance: 0.08 },
      ],
    },
    pictures: { Gobo1: [null, "spores", "lattice"] },
    modes: [
      {
        name: "Beam",
        heads: [
          [
            "Lens",
            [
              fine("Pan", [-270, 270]),
              fine("Tilt", [-120, 120]),
              whole("Dimmer"),
              shutter,
              wheel("Color1", ["open", "red", "green", "blue"], {
                to: 63,
                more: [part("Color1WheelSpin", [64, 255], { physical: [-200, 200] })],
              }),
              wheel("Gobo1", ["open", "spores", "iron lattice"], {
                to: 89,
                more: [part("Gobo1WheelSpin", [90, 255], { physical: [-200, 200] })],
              }),
              {
                attribute: "Prism1",
                width: 1,
                physical: [0, 0],
                home: 0,
                name: "No prism",
                range: [0, 31],
                more: [part("Prism1", [32, 63], { physical: [1, 1] }), part("Prism1PosRotate", [64, 255], { physical: [-180, 180] })],
              },
              whole("Frost1"),
              fine("Focus1", [0, 1], 0.5),
            ],
          ],
        ],
      },
    ],
  }),
];
