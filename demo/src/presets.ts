import { colorOfHex, planckian, type ColorFan, type Fixture, type Part, type Preset, type Vector } from "@vexa/core";

const color = (...hexes: readonly string[]): Part => colored({ knots: hexes.map((hex) => colorOfHex(hex)!), path: "even" });
const colored = (colors: ColorFan): Part => ({ colors, shape: {}, touched: 0 });
const looking = (path: "straight" | "circle", ...knots: readonly Vector[]): Part => ({ points: { knots, path }, shape: {}, touched: 0 });
const level = (...knots: readonly number[]): Part => ({ level: { knots }, shape: {}, touched: 0 });

type Plan = Pick<Preset, "id" | "name" | "family"> & Partial<Preset>;

/** Presets of every scope: whole colours, points and lines on stage, fans, values of profiles and of single heads. */
export function demoPresets(fixtures: readonly Fixture[]): Preset[] {
  const spots = fixtures.filter(({ profileId }) => profileId === "profile-spot");
  const plans: readonly Plan[] = [
    { id: "preset-ember", name: "Ember", family: "Colour", universal: { Color: color("#ff7a30") } },
    { id: "preset-moss", name: "Moss", family: "Colour", universal: { Color: color("#40b050") } },
    { id: "preset-dusk", name: "Dusk", family: "Colour", universal: { Color: color("#5a40e0") } },
    { id: "preset-lantern", name: "Lantern", family: "Colour", universal: { Color: colored({ knots: [planckian(2150)], path: "even" }) } },
    { id: "preset-frost", name: "Frostlight", family: "Colour", universal: { Color: color("#b0d8ff") } },
    {
      id: "preset-night",
      name: "Night bloom",
      family: "Colour",
      perProfile: { "profile-spot": { Color: color("#d040c0") }, "profile-wash": { Color: color("#a030ff") } },
      universal: { Color: color("#b038e0") },
    },
    { id: "preset-canopy", name: null, family: "Colour", universal: { Color: color("#ff9030", "#40c060", "#3080ff") } },
    { id: "preset-singer", name: "Singer", family: "Position", universal: { Position: looking("straight", { x: 0, y: -1, z: 1.6 }) } },
    {
      id: "preset-pond",
      name: "Pond edge",
      family: "Position",
      universal: { Position: looking("circle", { x: 0, y: 5, z: 0 }, { x: 3.5, y: 5, z: 0 }) },
    },
    {
      id: "preset-line",
      name: "Front line",
      family: "Position",
      universal: { Position: looking("straight", { x: -6, y: -2, z: 0 }, { x: 6, y: -2, z: 0 }) },
    },
    { id: "preset-fan", name: "Open fan", family: "Position", universal: { Pan: level(-40, 40), Tilt: level(18) } },
    {
      id: "preset-out",
      name: "Out",
      family: "Position",
      perHead: Object.fromEntries(
        spots.map(({ id, position }) => [id, { Pan: position.x < 0 ? 90 : -90, Tilt: 40 + Math.round(Math.abs(position.x)) }]),
      ),
    },
    { id: "preset-leaf", name: "Leaf veins", family: "Beam", perProfile: { "profile-spot": { Gobo1: level(1), Focus1: level(0.4) } } },
    { id: "preset-tight", name: "Tight", family: "Beam", universal: { Zoom: level(9) } },
    { id: "preset-glow", name: "Glow", family: "Intensity", universal: { Dimmer: level(0.35) } },
    { id: "preset-rise", name: "Rise and fall", family: "Intensity", universal: { Dimmer: level(0.1, 1, 0.1) } },
  ];
  return plans.map((plan, rank) => ({
    universal: {},
    perProfile: {},
    perHead: {},
    ...plan,
    kind: "preset",
    version: 1,
    rank,
    territoryId: null,
  }));
}
