import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { pick } from "../testing";
import type { ChannelFunction } from "./channel-function";
import type { Fixture } from "./fixture";
import type { Channel, Mode, Profile } from "./profile";
import { replacedRig } from "./changed-rig";
import { buildRig, type Rig } from "./rig";

const NAMES = ["Dimmer", "Pan", "Tilt", "ColorAdd_R", "ColorSub_C", "Gobo1", "Shutter1", "FixtureGlobalReset", "Zoom"];
type Random = () => number;

function someChannel(random: Random, of: { heads: number; channels: number }): Channel {
  const whole = (below: number): number => Math.floor(random() * below);
  const attribute = pick(random, NAMES);
  const more: ChannelFunction[] = [0, 1].map(() => ({ attribute: pick(random, NAMES), range: [128, 255], physical: [0, 1] }));
  return {
    // Now and then of a head that isn't there.
    head: whole(of.heads + (random() < 0.1 ? 1 : 0)),
    attribute,
    slots: [[], [1 + whole(8)], [1, 2], [3, 4, 5]][whole(4)]!,
    physical: [0, 1],
    home: pick(random, [0, 0.5, 1]),
    ...(random() < 0.2 ? { more } : {}),
    ...(random() < 0.3 ? { scaledBy: whole(of.channels) } : {}),
    ...(random() < 0.2 ? { break: 2 } : {}),
    ...(random() < 0.1 ? { precedence: pick(random, ["HTP", "LTP"] as const) } : {}),
  };
}

function someMode(random: Random, id: string): Mode {
  const [heads, channels] = [1 + Math.floor(random() * 3), 1 + Math.floor(random() * 8)];
  return {
    ...{ id, name: id, footprint: 10 },
    heads: Array.from({ length: heads }, (_, at) => `Head ${at}`),
    ...(heads > 1 && random() < 0.4 ? { master: true as const } : {}),
    channels: Array.from({ length: channels }, () => someChannel(random, { heads, channels })),
  };
}

function someRig(seed: number): { fixtures: Fixture[]; profiles: Map<string, Profile> } {
  const random = seededRandom(seed);
  const made = ["a", "b"].map((id): Profile => {
    const modes = [someMode(random, "one"), someMode(random, "two")];
    return { ...{ id, kind: "profile", version: 1, maker: "Quillfern", model: id, emitters: {}, beamDegrees: 10 }, modes };
  });
  const fixtures = Array.from({ length: 9 }, (_, at): Fixture => {
    const patch = random() < 0.2 ? null : { universe: 1 + Math.floor(random() * 4), address: 1 + Math.floor(random() * 500) };
    return {
      ...{ id: `fx-${at}`, kind: "fixture", version: 1, name: "", position: { x: at, y: 0, z: 0 }, rotation: { x: 0, y: 0, z: 0 } },
      number: 1 + Math.floor(random() * 5),
      profileId: pick(random, ["a", "b", "b", "gone"]),
      modeId: pick(random, ["one", "two", "two", "gone"]),
      patch,
      ...(random() < 0.3 ? { morePatches: [{ universe: 9, address: 1 + at }] } : {}),
      ...(random() < 0.2 ? { precedence: { Dimmer: "LTP", Pan: "HTP" } } : {}),
    };
  });
  return { fixtures, profiles: new Map(made.map((profile) => [profile.id, profile])) };
}

interface PlainParameter {
  readonly fixture: Fixture;
  readonly mode: Mode;
  readonly channel: Channel;
  readonly htp: boolean;
}

/** All parameters in their order, read off lamps and channels one by one. */
function plainParameters({ fixtures, profiles }: ReturnType<typeof someRig>): PlainParameter[] {
  const all: PlainParameter[] = [];
  const lamps = [...fixtures].sort((a, b) => a.number - b.number || a.id.localeCompare(b.id));
  for (const fixture of lamps) {
    const mode = profiles.get(fixture.profileId)?.modes.find(({ id }) => id === fixture.modeId);
    for (const channel of mode?.channels ?? []) {
      const light = channel.attribute === "Dimmer" ? "HTP" : "LTP";
      const htp = (fixture.precedence?.[channel.attribute] ?? channel.precedence ?? light) === "HTP";
      if (channel.head < mode!.heads.length) all.push({ fixture, mode: mode!, channel, htp });
    }
  }
  return [true, false].flatMap((htp) =>
    NAMES.toSorted().flatMap((name) => all.filter((one) => one.htp === htp && one.channel.attribute === name)),
  );
}

/** Which of all parameters a head of a lamp is asked for by an attribute; the later of two channels, the first of two functions elsewhere. */
function plainLookUp(all: readonly PlainParameter[], { fixture, head, name }: { fixture: Fixture; head: number; name: string }): number {
  const own = [...all.keys()].filter((at) => all[at]!.fixture === fixture && all[at]!.channel.head === head);
  const first = own.findLast((at) => all[at]!.channel.attribute === name);
  return first ?? own.find((at) => all[at]!.channel.more?.some(({ attribute }) => attribute === name)) ?? -1;
}

const keyOf = ({ fixture, mode, channel }: PlainParameter): string => {
  const cell = mode.master ? channel.head : mode.heads.length === 1 ? 0 : channel.head + 1;
  return cell === 0 ? fixture.id : `${fixture.id}.${cell}`;
};

function patchOf(rig: Rig, place: number): { universe: number; address: number } | null {
  const universe = rig.patches.universes[place]!;
  return universe === 0 ? null : { universe, address: rig.patches.addresses[place]! };
}

describe("a rig", () => {
  it("has its parameters, their masters, virtual ones among them, and their patches as read off its lamps one by one (200 rigs)", () => {
    for (let seed = 1; seed <= 200; seed++) {
      const of = someRig(seed);
      const [rig, all] = [buildRig(of.fixtures, of.profiles), plainParameters(of)];
      const said = `seed ${seed}`;
      expect(
        rig.parameters.map(({ head, channel, htp, home }) => [head.key, channel, htp, home]),
        said,
      ).toEqual(all.map((one) => [keyOf(one), one.channel, one.htp, one.channel.home]));
      expect(rig.htpCount, said).toBe(all.filter(({ htp }) => htp).length);
      all.forEach(({ fixture, mode, channel }, at) => {
        const { master, place } = rig.parameters[at]!;
        const over = channel.scaledBy === undefined ? undefined : mode.channels[channel.scaledBy];
        const isThere = over && over.head < mode.heads.length && over.attribute !== "FixtureGlobalReset";
        const found = isThere ? plainLookUp(all, { fixture, head: over.head, name: over.attribute }) : -1;
        expect(master, said).toBe(found === at ? -1 : found);
        const own = channel.attribute.startsWith("ColorAdd") ? plainLookUp(all, { fixture, head: channel.head, name: "Dimmer" }) : -1;
        const above = master >= 0 ? master : own;
        expect(rig.layout.scaler[at], said).toBe(above >= 0 && all[above]!.channel.slots.length === 0 ? above : -1);
        expect(patchOf(rig, place), said).toEqual(channel.break === 2 ? (fixture.morePatches?.[0] ?? null) : fixture.patch);
      });
    }
  });

  it("has each head's parameters by attribute, and apart from these what serves the lamp (200 rigs)", () => {
    for (let seed = 1; seed <= 200; seed++) {
      const of = someRig(seed);
      const [rig, all] = [buildRig(of.fixtures, of.profiles), plainParameters(of)];
      for (const { fixture, index, parameters, services } of rig.heads)
        for (const name of [...NAMES, "Iris"]) {
          const [own, other] = name === "FixtureGlobalReset" ? [services, parameters] : [parameters, services];
          const expected = plainLookUp(all, { fixture, head: index, name });
          expect(own.get(name) ?? -1, `seed ${seed}, ${name}`).toBe(expected);
          expect([own.has(name), other.has(name)]).toEqual([expected >= 0, false]);
        }
    }
  });

  it("gives a head's parameters as a map does, in the rig's order", () => {
    const { fixtures, profiles } = someRig(3);
    for (const { parameters } of buildRig(fixtures, profiles).heads) {
      const plain = new Map([...parameters.keys()].map((name) => [name, parameters.get(name)!]));
      expect([...parameters]).toEqual([...plain]);
      expect([...parameters.values()]).toEqual([...plain.values()]);
      expect([...parameters.entries()]).toEqual([...plain]);
      expect(parameters.size).toBe(plain.size);
      const each: unknown[] = [];
      parameters.forEach((parameter, name, map) => each.push([name, parameter, map === parameters]));
      expect(each).toEqual([...plain].map(([name, parameter]) => [name, parameter, true]));
      const own = [...parameters].filter(([, at], index, all) => all.findIndex(([, other]) => other === at) === index);
      const [raised, replaced] = [true, false].map((htp) =>
        own.filter(([, at]) => buildRig(fixtures, profiles).parameters[at]!.htp === htp),
      );
      for (const numbers of [raised!, replaced!].map((some) => some.map(([, at]) => at)))
        expect(numbers).toEqual(numbers.toSorted((a, b) => a - b));
    }
  });

  it("keeps all but where its lamps are when they are placed and patched otherwise (100 rigs)", () => {
    for (let seed = 1; seed <= 100; seed++) {
      const of = someRig(seed);
      const elsewhere = of.fixtures.map((each, at) =>
        at % 2 === 0
          ? {
              ...each,
              name: "moved",
              position: { x: 0, y: at, z: 7 },
              patch: { universe: 5, address: 1 + at },
              morePatches: [{ universe: 6, address: 3 }],
            }
          : each,
      );
      const before = buildRig(of.fixtures, of.profiles);
      const inRig = elsewhere.filter(({ id }) => before.heads.some(({ fixture }) => fixture.id === id));
      const [moved, anew] = [replacedRig(before, inRig)!, buildRig(elsewhere, of.profiles)];
      const plain = (rig: Rig): unknown => [
        rig.heads.map(({ key, label, position, rotation, fixture, order }) => [key, label, position, rotation, fixture, order]),
        rig.heads.map(({ parameters, services }) => [[...parameters], [...services]]),
        rig.parameters.map(({ channel, master, place }) => [channel, master, patchOf(rig, place)]),
        rig.universes,
      ];
      expect(plain(moved), `seed ${seed}`).toEqual(plain(anew));
      expect(moved.layout).toBe(before.layout);
    }
  });
});
