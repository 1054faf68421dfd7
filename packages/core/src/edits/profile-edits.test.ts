import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import { explain } from "../errors/result";
import { profileFlaws } from "../rig/profile-flaws";
import type { Fixture } from "../rig/fixture";
import { profileSchema, type Channel } from "../rig/profile";
import { ODD_LAMP, oddLamp, smallShow } from "../testing";
import { addLamps, nextFreeNumber, nextFreePatches } from "./add-lamps";
import { channelTexts, newProfile, profileChanges, typedChannel, withChannel, withoutChannel, type ChannelTexts } from "./profile-edits";

const typed = (channel: Channel, field: keyof ChannelTexts, text: string): Channel => {
  const result = typedChannel(channel, field, text);
  if (!result.ok) throw new Error(explain(result.error));
  return result.value;
};

describe("a profile typed in from a manual", () => {
  it("has the channels as they are typed, and fits together", () => {
    let profile = newProfile("profile-new");
    for (let at = 0; at < 3; at++) profile = { ...profile, modes: [withChannel(profile.modes[0]!)] };
    const [dimmer, shutter, red, green] = profile.modes[0]!.channels;
    expect([dimmer, shutter, red, green].map((each) => [each!.attribute, ...each!.slots])).toEqual([
      ["Dimmer", 1],
      ["Shutter1", 2],
      ["ColorAdd_R", 3],
      ["ColorAdd_G", 4],
    ]);
    const pan = typed(typed(typed(red!, "attribute", "pan"), "slots", "3-4"), "physical", "-270..270");
    expect(pan).toMatchObject({ attribute: "Pan", slots: [3, 4], physical: [-270, 270], home: 0 });
    const strobe = typed(shutter!, "ranges", "0-9 closed; 10-19 open; 20-255 strobe rate 1..20");
    expect(strobe).toMatchObject({ name: "closed", home: 0, more: [{ name: "open" }, { attribute: "Shutter1Strobe" }] });
    expect(profileSchema(profile, [])).toBeNull();
    expect(profileFlaws(profile)).toEqual([]);
  });

  it("shows each channel as it can be typed again", () => {
    for (const channel of ODD_LAMP.modes[0]!.channels) {
      if (channel.needs || channel.slots.length === 0) continue;
      const texts = channelTexts(channel);
      expect(channelTexts(typed(channel, "slots", texts.slots))).toEqual(texts);
      expect(channelTexts(typed(channel, "attribute", texts.attribute))).toEqual(texts);
      expect(channelTexts(typed(channel, "home", texts.home)).home).toBe(texts.home);
    }
  });

  it.each([
    ["slots", "0", /one to four numbers/],
    ["slots", "1-9", /one to four numbers/],
    ["slots", "x", /one to four numbers/],
    ["attribute", "colour", /the name of an attribute/],
    ["physical", "5", /two numbers/],
    ["home", "up", /must be a number/],
    ["ranges", "open", /begin with DMX values/],
  ] as const)("%s %j is refused in words", (field, text, words) => {
    const result = typedChannel(newProfile("p").modes[0]!.channels[0]!, field, text);
    expect(result.ok ? "taken" : explain(result.error)).toMatch(words);
  });

  it("loses a channel without the others losing what they say of each other", () => {
    const mode = withoutChannel(ODD_LAMP.modes[0]!, 1);
    expect(profileFlaws({ modes: [mode] })).toEqual([]);
    expect(mode.channels.find(({ attribute }) => attribute === "Gobo1Pos")!.needs!.channel).toBe(4);
  });
});

describe("what doesn't fit together", () => {
  it("is found: slots twice or beyond, ranges that overlap, rings of masters, the same twice", () => {
    const [mode] = ODD_LAMP.modes;
    const flawsOf = (change: (channels: Channel[]) => void): string[] => {
      const channels = structuredClone(mode!.channels) as Channel[];
      change(channels);
      return profileFlaws({ modes: [{ ...mode!, channels }] }).map(({ why }) => why);
    };
    expect(flawsOf(() => undefined)).toEqual([]);
    expect(flawsOf((all) => (all[4] = { ...all[4]!, slots: [6] }))).toEqual(["slot 6 is another channel's"]);
    expect(flawsOf((all) => (all[4] = { ...all[4]!, slots: [11] }))).toEqual(["slot 11 lies beyond the mode's 10"]);
    expect(flawsOf((all) => (all[3] = { ...all[3]!, range: [0, 49] }))).toEqual(["0 to 19 does two things"]);
    // The ring's two, and the other cell that hangs on it.
    expect(flawsOf((all) => (all[0] = { ...all[0]!, scaledBy: 7 }))).toEqual(Array(3).fill("its master isn't there, or is itself"));
    expect(flawsOf((all) => (all[2] = { ...all[2]!, attribute: "Pan" }))).toEqual(["another channel of this head is Pan already"]);
    expect(flawsOf((all) => (all[6] = { ...all[6]!, needs: { channel: 99, range: [0, 1] } }))).toEqual([
      "the channel that it needs isn't there",
    ]);
  });

  it("is kept out of the show, and so is what takes a patched lamp's mode away", () => {
    const show = smallShow([ODD_LAMP, { ...oddLamp(11), patch: null }]);
    const broken = { ...ODD_LAMP, modes: [{ ...ODD_LAMP.modes[0]!, footprint: 3 }] };
    const refused = edit(show, profileChanges(show, broken));
    expect(refused.ok ? "taken" : explain(refused.error)).toMatch(/Oddment 2 can't be All of it, channel 3: slot 4 lies beyond/);
    const without = edit(show, profileChanges(show, { ...ODD_LAMP, modes: [{ ...ODD_LAMP.modes[0]!, id: "mode-9" }] }));
    expect(without.ok ? "taken" : explain(without.error)).toMatch(/A mode of Oddment 2 is used by Head 11/);
  });
});

describe("adding lamps", () => {
  const of = { profileId: "profile-mover", modeId: "mode-1", count: 3, number: 501, gap: 1, name: "Spare {n}" };
  let id = 0;
  const newId = (): string => `new-${++id}`;

  it("puts them one behind the other with a gap, flowing over into the next universe", () => {
    const show = smallShow();
    const made = addLamps(show, { ...of, patches: [{ universe: 5, address: 495 }] }, newId);
    if (!made.ok) throw new Error(explain(made.error));
    const lamps = made.value.map((change) => (change.op === "add" ? (change.record as Fixture) : null)!);
    expect(lamps.map(({ number, name, patch }) => [number, name, patch])).toEqual([
      [501, "Spare 1", { universe: 5, address: 495 }],
      [502, "Spare 2", { universe: 6, address: 1 }],
      [503, "Spare 3", { universe: 6, address: 11 }],
    ]);
    expect(edit(show, made.value).ok).toBe(true);
  });

  it("patches each break by itself", () => {
    const show = smallShow([ODD_LAMP]);
    const [first, second] = nextFreePatches(show, ODD_LAMP.modes[0]!, 1);
    expect(first).toEqual({ universe: 1, address: 10 });
    expect(second!.universe).toBe(1);
    const made = addLamps(
      show,
      {
        ...of,
        profileId: ODD_LAMP.id,
        patches: [
          { universe: 3, address: 1 },
          { universe: 4, address: 500 },
        ],
      },
      newId,
    );
    if (!made.ok) throw new Error(explain(made.error));
    const breaks = made.value.map((change) => (change.op === "add" ? (change.record as Fixture).morePatches![0] : null));
    expect(breaks).toEqual([
      { universe: 4, address: 500 },
      { universe: 4, address: 507 },
      { universe: 5, address: 1 },
    ]);
  });

  it.each([
    [{ number: 3 }, /The number can't be 3: Head 3 has it/],
    [{ patches: [{ universe: 1, address: 5 }] }, /The address can't be 1.5: Head 1 \(1\) has slots there/],
    [{ count: 0 }, /from 1 to 2000/],
    [{ count: 5000 }, /from 1 to 2000/],
    [{ profileId: "gone" }, /profile or mode/],
    [{ number: 99998 }, /the highest is 99999/],
    [{ patches: [{ universe: 63999, address: 505 }], count: 2 }, /only [01] fit/],
  ])("%j is refused in words, and nothing is added", (more, words) => {
    const made = addLamps(smallShow(), { ...of, patches: [null], ...more }, newId);
    expect(made.ok ? "taken" : explain(made.error)).toMatch(words);
  });

  it("offers what is free", () => {
    expect(nextFreeNumber(smallShow())).toBe(11);
  });
});
