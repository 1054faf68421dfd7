import type { Attribute, Channel, Profile } from "@vexa/core";

/** Slots of one attribute, laid one behind the other by `layOut`. `width` 0 = virtual. */
interface ChannelPlan {
  readonly attribute: Attribute;
  readonly width: 0 | 1 | 2;
  readonly physical: readonly [number, number];
  readonly home: number;
  readonly names?: readonly string[];
}

const whole = (attribute: Attribute, home = 0): ChannelPlan => ({ attribute, width: 1, physical: [0, 1], home });
const fine = (attribute: Attribute, physical: readonly [number, number], home = 0): ChannelPlan => ({
  attribute,
  width: 2,
  physical,
  home,
});
const virtualDimmer: ChannelPlan = { attribute: "Dimmer", width: 0, physical: [0, 1], home: 0 };

function layOut(heads: readonly (readonly ChannelPlan[])[]): { channels: Channel[]; footprint: number } {
  let next = 1;
  const channels = heads.flatMap((plans, head) =>
    plans.map(({ attribute, width, physical, home, names }): Channel => {
      const slots = Array.from({ length: width }, () => next++);
      return { head, attribute, slots, physical, home, ...(names ? { names } : {}) };
    }),
  );
  return { channels, footprint: next - 1 };
}

function profile(of: {
  id: string;
  maker: string;
  model: string;
  mode: string;
  heads: readonly (readonly [string, readonly ChannelPlan[]])[];
  emitters?: Profile["emitters"];
  beamDegrees?: number;
  tungstenKelvin?: number;
}): Profile {
  const { channels, footprint } = layOut(of.heads.map(([, plans]) => plans));
  return {
    id: of.id,
    kind: "profile",
    version: 1,
    maker: of.maker,
    model: of.model,
    modes: [{ id: "mode-1", name: of.mode, footprint, heads: of.heads.map(([name]) => name), channels }],
    emitters: of.emitters ?? {},
    beamDegrees: of.beamDegrees ?? 0,
    ...(of.tungstenKelvin === undefined ? {} : { tungstenKelvin: of.tungstenKelvin }),
  };
}

const RED = { x: 0.69, y: 0.3, luminance: 0.3 };
const GREEN = { x: 0.2, y: 0.71, luminance: 0.6 };
const BLUE = { x: 0.15, y: 0.05, luminance: 0.1 };
const WHITE = { x: 0.33, y: 0.34, luminance: 1 };
const AMBER = { x: 0.57, y: 0.42, luminance: 0.4 };
const LIME = { x: 0.41, y: 0.55, luminance: 0.9 };
const TUNGSTEN = { x: 0.4599, y: 0.4106, luminance: 1 };
const ARC = { x: 0.3127, y: 0.329, luminance: 1 };

const spotChannels: readonly ChannelPlan[] = [
  fine("Pan", [-270, 270]),
  fine("Tilt", [-135, 135]),
  fine("Dimmer", [0, 1]),
  whole("Shutter1", 1),
  whole("ColorSub_C"),
  whole("ColorSub_M"),
  whole("ColorSub_Y"),
  {
    attribute: "Color1",
    width: 1,
    physical: [0, 7],
    home: 0,
    names: ["open", "ember", "straw", "moss", "pond", "dusk", "orchid", "frost"],
  },
  {
    attribute: "Gobo1",
    width: 1,
    physical: [0, 7],
    home: 0,
    names: ["open", "leaf veins", "rain on glass", "iron lattice", "spores", "roots", "fern shadow", "petals"],
  },
  fine("Gobo1Pos", [-180, 180]),
  whole("Prism1"),
  whole("Frost1"),
  whole("Iris", 1),
  fine("Zoom", [6, 42], 14),
  fine("Focus1", [0, 1], 0.5),
];

const barCell: readonly ChannelPlan[] = [virtualDimmer, whole("ColorAdd_R", 1), whole("ColorAdd_G", 1), whole("ColorAdd_B", 1)];

/** The invented fixtures of the demo. */
export const DEMO_PROFILES: readonly Profile[] = [
  profile({
    id: "profile-spot",
    maker: "Halcyard",
    model: "Heron 400 Profile",
    mode: "Extended 16 bit",
    heads: [["Lens", spotChannels]],
    emitters: { open: ARC },
  }),
  profile({
    id: "profile-wash",
    maker: "Petrel Optics",
    model: "Murmur 19 Wash",
    mode: "Standard",
    heads: [
      [
        "Lens",
        [
          fine("Pan", [-270, 270]),
          fine("Tilt", [-115, 115]),
          fine("Dimmer", [0, 1]),
          whole("Shutter1", 1),
          whole("ColorAdd_R", 1),
          whole("ColorAdd_G", 1),
          whole("ColorAdd_B", 1),
          whole("ColorAdd_W", 1),
          fine("Zoom", [8, 60], 30),
        ],
      ],
    ],
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE, ColorAdd_W: WHITE },
  }),
  profile({
    id: "profile-bar",
    maker: "Ombra Works",
    model: "Tessel 12 Bar",
    mode: "12 cells",
    heads: Array.from({ length: 12 }, (_, cell) => [`Cell ${cell + 1}`, barCell] as const),
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE },
  }),
  profile({
    id: "profile-uplight",
    maker: "Ombra Works",
    model: "Sprig 5",
    mode: "Five colours",
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
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE, ColorAdd_RY: AMBER, ColorAdd_GY: LIME },
  }),
  profile({
    id: "profile-lantern",
    maker: "Petrel Optics",
    model: "Wick 60",
    mode: "Dimmer",
    heads: [["Lamp", [whole("Dimmer")]]],
    emitters: { open: TUNGSTEN },
    tungstenKelvin: 2700,
  }),
  profile({
    id: "profile-blinder",
    maker: "Halcyard",
    model: "Kiln 2",
    mode: "Two cells",
    heads: [
      ["Cell 1", [whole("Dimmer")]],
      ["Cell 2", [whole("Dimmer")]],
    ],
    emitters: { open: TUNGSTEN },
  }),
  profile({
    id: "profile-strobe",
    maker: "Halcyard",
    model: "Flint",
    mode: "Rate and intensity",
    heads: [["Tube", [whole("Dimmer"), { attribute: "Shutter1Strobe", width: 1, physical: [0, 20], home: 0 }]]],
    emitters: { open: ARC },
  }),
  profile({
    id: "profile-haze",
    maker: "Ombra Works",
    model: "Dew 2",
    mode: "Haze and fan",
    heads: [["Nozzle", [whole("Fog1"), whole("Fan1", 0.3)]]],
  }),
  profile({
    id: "profile-fan",
    maker: "Ombra Works",
    model: "Draught",
    mode: "Speed",
    heads: [["Blade", [whole("Fan1")]]],
  }),
];

/** A profile of the demo by id. */
export function demoProfile(id: string): Profile {
  return DEMO_PROFILES.find((entry) => entry.id === id)!;
}
