import { describe, expect, it } from "vitest";
import { profileSchema } from "./profile";
import { attributeInfo, compareAttributes, isAttribute, isService } from "./attributes";
import { highlightValue } from "./highlight-value";
import { EngineOnBench, fixture, listWithCard, part, showOf } from "../testing";
import type { Attribute } from "./attributes";
import type { Channel, Profile } from "./profile";
import type { ShowRecord } from "../show/records";

const channel = (attribute: Attribute, slot: number, more: Partial<Channel> = {}): Channel => ({
  head: 0,
  attribute,
  slots: [slot],
  physical: [0, 1],
  home: 0,
  ...more,
});

/** An invented lamp of two gobo wheels, blades and something that only its maker has a word for. */
const LAMP: Profile = {
  id: "profile-heron",
  kind: "profile",
  version: 1,
  maker: "Quillfern Optics",
  model: "Heron",
  emitters: {},
  beamDegrees: 20,
  modes: [
    {
      id: "mode-1",
      name: "Plain",
      footprint: 6,
      heads: ["Heron"],
      channels: [
        channel("Dimmer", 1),
        channel("Gobo2", 2, { physical: [0, 255] }),
        channel("Gobo2PosRotate", 3, { physical: [-360, 360] }),
        channel("Blade3B", 4),
        channel("MistCrown", 5),
        channel("ColorAdd_UV", 6),
      ],
    },
  ],
};

const PAGE: readonly ShowRecord[] = [
  { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
  { id: "page", kind: "page", version: 1, name: "Page", rank: 1, territoryId: null },
];

describe("names of attributes", () => {
  it.each([
    ["Dimmer", "Dimmer", "Intensity", "percent"],
    ["Gobo1", "Gobo", "Beam", "slot"],
    ["Gobo2", "Gobo 2", "Beam", "slot"],
    ["Gobo12PosRotate", "Gobo 12 spin", "Beam", "degrees a second"],
    ["Blade1A", "Blade 1 A", "Beam", "percent"],
    ["Blade4B", "Blade 4 B", "Beam", "percent"],
    ["Shutter2Strobe", "Strobe 2 rate", "Beam", "hertz"],
    ["Color3", "Colour 3 wheel", "Colour", "slot"],
    ["ColorAdd_GC", "Mint", "Colour", "percent"],
    ["CTC", "Colour temperature", "Colour", "kelvin"],
    ["PanRotate", "Pan spin", "Position", "degrees a second"],
    ["MistCrown", "MistCrown", "Beam", "percent"],
    ["Gobo0", "Gobo0", "Beam", "percent"],
    ["Gobo1000", "Gobo1000", "Beam", "percent"],
  ])("%s is “%s”, of %s, in %s", (name, label, family, unit) => {
    expect(attributeInfo(name)).toMatchObject({ label, family, unit });
  });

  it("stand on screen in the order of the table, then by number, then what nobody knows by name", () => {
    const names = ["Zither", "Fan1", "Gobo10", "Gobo2", "Gobo1", "Pan", "Dimmer", "Blade2B", "Blade2A", "Anvil", "Color", "Position"];
    expect(names.toSorted(compareAttributes)).toEqual([
      ...["Dimmer", "Position", "Pan", "Color", "Gobo1", "Gobo2", "Gobo10", "Blade2A", "Blade2B", "Fan1", "Anvil", "Zither"],
    ]);
  });

  it("are words, not what objects are made of, and not too long", () => {
    for (const name of ["constructor", "__proto__", "toString", "", "Gobo 1", "1Gobo", "Göbo", "A".repeat(65), "Gobo1\n"])
      expect(isAttribute(name), JSON.stringify(name)).toBe(false);
    expect(isAttribute("A".repeat(64))).toBe(true);
  });

  it("of the lamp itself, of whole colours and of points are no channels of light", () => {
    for (const name of ["Control1", "LampControl", "FixtureGlobalReset", "ShutterReset", "FanMode", "Color", "Position"]) {
      const modes = [{ ...LAMP.modes[0]!, channels: [channel(name, 1)] }];
      const flaw = profileSchema({ ...LAMP, modes }, []);
      if (name === "Color" || name === "Position")
        expect(flaw, name).toMatchObject({ why: expect.stringMatching(/whole colours/) as string });
      else {
        expect(isService(name), name).toBe(true);
        expect(flaw, name).toBeNull();
      }
    }
    expect(profileSchema(LAMP, [])).toBeNull();
  });

  it("say what highlight does where the profile doesn't", () => {
    const of = (name: Attribute): number | null => highlightValue(channel(name, 1));
    expect(["Dimmer", "Iris", "ColorAdd_R", "Shutter2"].map(of)).toEqual([1, 1, 1, 1]);
    expect(["ColorSub_C", "Gobo3", "Prism1", "Shutter1Strobe", "Blade2A"].map(of)).toEqual([0, 0, 0, 0, 0]);
    expect(["Pan", "Zoom", "Focus1", "Gobo1Pos", "MistCrown", "ColorAdd_UV"].map(of)).toEqual([null, null, null, null, null, null]);
  });
});

describe("a lamp with attributes that no demo has", () => {
  it("is played, faded and traced like any other", () => {
    const parts = { Dimmer: part([1]), Gobo2: part([64]), Gobo2PosRotate: part([180]), Blade3B: part([0.5]), MistCrown: part([0.2]) };
    const stroke = { who: { heads: ["fx-1"] }, parts, rank: 1 };
    const bench = new EngineOnBench(
      showOf([...PAGE, LAMP, fixture(1, LAMP.id), ...listWithCard("list", [{ inSeconds: 2, strokes: [stroke] }])]),
    );
    bench.play({ type: "go", playbackId: "card-list" });
    // Half way: HTP and LTP fade alike, each in its own range (worked by hand).
    const { engine, frame, t } = bench;
    engine.tick(t + 1, frame);
    expect([...frame].slice(0, 6)).toEqual([128, 64, 159, 64, 26, 0]);
    engine.tick(t + 2, frame);
    expect([...frame].slice(0, 6)).toEqual([255, 64, 191, 128, 51, 0]);
    const crown = engine.show.rig.headByKey.get("fx-1")!.parameters.get("MistCrown")!;
    expect(engine.trace(crown).winner).toBe("card-list");
  });
});
