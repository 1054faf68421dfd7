import type { Fixture, Patch, Scenery, Vector } from "@vexa/core";
import { demoProfile } from "./profiles";

const HANGING = { x: 0, y: 0, z: 0 };
/** Stands on the floor and points up. */
const STANDING = { x: 180, y: 0, z: 0 };

/** Ribs R1 (upstage) to R7 (downstage): distance upstage in metres. */
const RIB_Y = [12, 10, 8, 6, 4, 2, 0] as const;
const RIB_HALF_WIDTH = 9;
const RIB_FOOT = 2.4;
const RIB_RISE = 7.2;

/** Height of the iron rib over a point across the hall. */
function ribHeight(x: number): number {
  return RIB_FOOT + RIB_RISE * Math.sqrt(Math.max(0, 1 - (x / (RIB_HALF_WIDTH + 1)) ** 2));
}

/** Gives addresses one behind the other in a universe. */
class Addresser {
  readonly #universe: number;
  #next = 1;

  constructor(universe: number) {
    this.#universe = universe;
  }

  take(profileId: string): Patch {
    const patch = { universe: this.#universe, address: this.#next };
    this.#next += demoProfile(profileId).modes[0]!.footprint;
    return patch;
  }
}

function fixture(of: {
  number: number;
  name: string;
  profileId: string;
  patch: Patch;
  position: Vector;
  rotation?: Fixture["rotation"];
  cellStep?: Vector;
}): Fixture {
  return {
    id: `fx-${of.number}`,
    kind: "fixture",
    version: 1,
    number: of.number,
    name: of.name,
    profileId: of.profileId,
    modeId: "mode-1",
    patch: of.patch,
    position: of.position,
    rotation: of.rotation ?? HANGING,
    ...(of.cellStep ? { cellStep: of.cellStep } : {}),
  };
}

/** Where the i-th of n stands on a line from one end to the other. */
function along(from: number, to: number, at: { i: number; n: number }): number {
  return Math.round((from + ((to - from) * at.i) / (at.n - 1)) * 1000) / 1000;
}

/** Universes 1 to 7: eight spots on each rib; numbers 101-108 to 701-708. */
function ribSpots(): Fixture[] {
  return RIB_Y.flatMap((y, rib) => {
    const addresses = new Addresser(rib + 1);
    return Array.from({ length: 8 }, (_, i) => {
      const x = along(-7.7, 7.7, { i, n: 8 });
      return fixture({
        number: (rib + 1) * 100 + i + 1,
        name: `R${rib + 1} spot ${i + 1}`,
        profileId: "profile-spot",
        patch: addresses.take("profile-spot"),
        position: { x, y, z: Math.round(ribHeight(x) * 1000) / 1000 },
      });
    });
  });
}

/** Universes 8 to 10: four bars along the glass of each rib; numbers 811-814 to 871-874. */
function canopyBars(): Fixture[] {
  const addressers = [8, 9, 10].map((universe) => new Addresser(universe));
  return RIB_Y.flatMap((y, rib) =>
    Array.from({ length: 4 }, (_, bar) => {
      const x = along(-6.6, 6.6, { i: bar, n: 4 });
      const slope = (ribHeight(x + 0.9) - ribHeight(x - 0.9)) / 1.8;
      return fixture({
        number: 800 + (rib + 1) * 10 + bar + 1,
        name: `R${rib + 1} bar ${bar + 1}`,
        profileId: "profile-bar",
        patch: addressers[Math.floor(rib / 3)]!.take("profile-bar"),
        position: { x, y: y - 0.6, z: Math.round((ribHeight(x) + 0.5) * 1000) / 1000 },
        cellStep: { x: 0.24, y: 0, z: Math.round(0.24 * slope * 1000) / 1000 },
      });
    }),
  );
}

/** Universe 11: two lines of washes on the floor; numbers 11-24 and 31-44. */
function floorWashes(): Fixture[] {
  const addresses = new Addresser(11);
  return [0, 1].flatMap((line) =>
    Array.from({ length: 14 }, (_, i) =>
      fixture({
        number: 11 + line * 20 + i,
        name: `Floor ${line === 0 ? "upstage" : "downstage"} ${i + 1}`,
        profileId: "profile-wash",
        patch: addresses.take("profile-wash"),
        position: { x: along(-6.5, 6.5, { i, n: 14 }), y: line === 0 ? -1.6 : -2.8, z: 0.3 },
        rotation: STANDING,
      }),
    ),
  );
}

/** Universe 12: uplights among the ferns on both sides (51-74) and the lantern string (1001-1040). */
function fernsAndLanterns(): Fixture[] {
  const addresses = new Addresser(12);
  const ferns = Array.from({ length: 24 }, (_, i) => {
    const side = i < 12 ? -1 : 1;
    return fixture({
      number: 51 + i,
      name: `Fern ${side < 0 ? "left" : "right"} ${(i % 12) + 1}`,
      profileId: "profile-uplight",
      patch: addresses.take("profile-uplight"),
      position: { x: 10.4 * side, y: along(-2, 12.5, { i: i % 12, n: 12 }), z: 0.2 },
      rotation: STANDING,
    });
  });
  const lanterns = Array.from({ length: 40 }, (_, i) => {
    const x = along(-8.4, 8.4, { i: i % 20, n: 20 });
    const sag = (0.05 * (x * x)) / 8.4;
    return fixture({
      number: 1001 + i,
      name: `Lantern ${i + 1}`,
      profileId: "profile-lantern",
      patch: addresses.take("profile-lantern"),
      position: { x, y: i < 20 ? 9.1 : 3.1, z: Math.round((4.2 + sag) * 1000) / 1000 },
    });
  });
  return [...ferns, ...lanterns];
}

/** Universe 13: four two-cell blinders (81-84) and four strobes (91-94). Universe 14: hazers and a fan (95-97). */
function specials(): Fixture[] {
  const addresses = new Addresser(13);
  const hazeAddresses = new Addresser(14);
  const blinders = Array.from({ length: 4 }, (_, i) =>
    fixture({
      number: 81 + i,
      name: `Blinder ${i + 1}`,
      profileId: "profile-blinder",
      patch: addresses.take("profile-blinder"),
      position: { x: along(-7, 7, { i, n: 4 }), y: 13.2, z: 1.2 },
      rotation: { x: 90, y: 0, z: 180 },
      cellStep: { x: -0.35, y: 0, z: 0 },
    }),
  );
  const strobes = Array.from({ length: 4 }, (_, i) =>
    fixture({
      number: 91 + i,
      name: `Strobe ${i + 1}`,
      profileId: "profile-strobe",
      patch: addresses.take("profile-strobe"),
      position: { x: along(-4.6, 4.6, { i, n: 4 }), y: 13.2, z: 2.6 },
      rotation: { x: 90, y: 0, z: 180 },
    }),
  );
  const air = [
    { number: 95, name: "Hazer left", profileId: "profile-haze", x: -9.4 },
    { number: 96, name: "Hazer right", profileId: "profile-haze", x: 9.4 },
    { number: 97, name: "Fan", profileId: "profile-fan", x: 0 },
  ].map(({ x, ...rest }) => fixture({ ...rest, patch: hazeAddresses.take(rest.profileId), position: { x, y: 13.6, z: 0.2 } }));
  return [...blinders, ...strobes, ...air];
}

/** The whole rig of Understory, patched and placed, in layers by where it hangs. */
export function demoFixtures(): Fixture[] {
  const layered = (layer: string, lamps: readonly Fixture[]): Fixture[] => lamps.map((lamp) => ({ ...lamp, layer }));
  return [
    ...layered("Ribs", ribSpots()),
    ...layered("Glass", canopyBars()),
    ...layered("Floor", [...floorWashes(), ...fernsAndLanterns()]),
    ...layered("Back wall", specials()),
  ];
}

/** The hall as it is drawn: the stage, the band's riser, and the truss along the back wall. */
export function demoScenery(): Scenery[] {
  const plan: readonly Pick<Scenery, "id" | "name" | "form" | "position" | "size">[] = [
    { id: "scenery-stage", name: "Stage", form: "edge", position: { x: 0, y: 4.6, z: 0 }, size: { x: 19, y: 16, z: 0 } },
    { id: "scenery-riser", name: "Riser", form: "riser", position: { x: 0, y: 10.6, z: 0 }, size: { x: 6, y: 2.4, z: 0.6 } },
    { id: "scenery-truss", name: "Back truss", form: "truss", position: { x: 0, y: 13.4, z: 2.7 }, size: { x: 15, y: 0.3, z: 0.3 } },
  ];
  return plan.map((each) => ({ ...each, kind: "scenery", version: 1, turn: 0 }));
}
