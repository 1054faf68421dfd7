import type { Profile } from "../rig/profile";
import type { Fixture } from "../rig/fixture";
import { fixture } from "./small-show";

/**
 * A lamp that does what real ones do: a virtual master over two cells in a second break, 24 bits of pan, a shutter that shares its channel
 * with strobe and reset, a wheel with spin behind its gobos, and gobo turn or gobo spin by where another channel stands.
 */
export const ODD_LAMP: Profile = {
  id: "profile-odd",
  kind: "profile",
  version: 1,
  maker: "Quillfern",
  model: "Oddment 2",
  emitters: {},
  beamDegrees: 12,
  modes: [
    {
      id: "mode-1",
      name: "All of it",
      footprint: 10,
      moreFootprints: [6],
      heads: ["Whole", "Left", "Right"],
      master: true,
      places: [-1, -0.2, 0.2].map((x) => ({ position: { x: x === -1 ? 0 : x, y: 0, z: 0 }, rotation: { x: 0, y: 0, z: 0 } })),
      channels: [
        { head: 0, attribute: "Dimmer", slots: [], physical: [0, 1], home: 1 },
        { head: 0, attribute: "Pan", slots: [1, 2, 3], physical: [-270, 270], home: 0 },
        { head: 0, attribute: "Tilt", slots: [4, 5], physical: [-135, 135], home: 0 },
        {
          head: 0,
          attribute: "Shutter1",
          name: "Open",
          slots: [6],
          range: [20, 49],
          physical: [1, 1],
          home: 1,
          more: [
            { attribute: "Shutter1", name: "Closed", range: [0, 19], physical: [0, 0] },
            { attribute: "Shutter1Strobe", range: [50, 199], physical: [1, 25] },
            { attribute: "FixtureGlobalReset", range: [200, 255], physical: [0, 1] },
          ],
        },
        {
          head: 0,
          attribute: "Gobo1",
          slots: [7],
          range: [0, 29],
          physical: [0, 2],
          home: 0,
          sets: [
            { name: "Open", range: [0, 9], at: 0 },
            { name: "Ferns", range: [10, 19], at: 1 },
            { name: "Roots", range: [20, 29], at: 2 },
          ],
          more: [{ attribute: "Gobo1WheelSpin", range: [30, 255], physical: [-180, 180] }],
        },
        { head: 0, attribute: "GoboMode", slots: [8], physical: [0, 1], home: 0 },
        {
          head: 0,
          attribute: "Gobo1Pos",
          slots: [9, 10],
          physical: [-180, 180],
          home: 0,
          needs: { channel: 5, range: [0, 127] },
          more: [{ attribute: "Gobo1PosRotate", physical: [-360, 360], needs: { channel: 5, range: [128, 255] } }],
        },
        ...[1, 2].flatMap((head): Profile["modes"][number]["channels"] => [
          { head, attribute: "Dimmer", slots: [], physical: [0, 1], home: 0, scaledBy: 0 },
          ...(["ColorAdd_R", "ColorAdd_G", "ColorAdd_B"] as const).map((attribute, at) => ({
            head,
            attribute,
            slots: [3 * (head - 1) + at + 1],
            break: 2,
            physical: [0, 1] as const,
            home: 1,
          })),
        ]),
      ],
    },
  ],
};

/** One of them: its first break in its place of the row, its second in universe 100. */
export function oddLamp(number: number): Fixture {
  const { headStep: _, ...plain } = fixture(number, ODD_LAMP.id);
  return { ...plain, morePatches: [{ universe: 100, address: 1 + ((number * 6) % 504) }] };
}
