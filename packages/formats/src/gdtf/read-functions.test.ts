import { describe, expect, it } from "vitest";
import { explain, type Channel } from "@vexa/core";
import { channel, described, IDENTITY, packed } from "../testing/gdtf-files";
import { read, type GdtfReport } from "./index";

/** A lamp's only channel as a file with these functions gives it. */
async function channelOf(functions: readonly string[]): Promise<{ made: Channel; report: GdtfReport }> {
  const own = channel({ offset: "1", geometry: "Body", attribute: "Iris", functions: [...functions] });
  const modes = `<DMXMode Name="A" Geometry="Body"><DMXChannels>${own}</DMXChannels></DMXMode>`;
  const text = described({ geometries: `<Geometry Name="Body" Position="${IDENTITY}"/>`, modes });
  const result = read(await packed({ "description.xml": text }));
  if (!result.ok) throw new Error(explain(result.error));
  const { profile, report } = result.value;
  expect(profile.modes[0]!.channels).toHaveLength(1);
  return { made: profile.modes[0]!.channels[0]!, report };
}

describe("functions of a channel in a lamp's file", () => {
  it("that do nothing are left out where others are beside them, without a word", async () => {
    const idle = 'Name="Idle" Attribute="NoFeature" DMXFrom="0/1"';
    const { made, report } = await channelOf([idle, 'Name="Opening" Attribute="Iris" DMXFrom="10/1"']);
    expect(made).toMatchObject({ name: "Opening", range: [10, 255] });
    expect(JSON.stringify(report)).not.toContain("NoFeature");
  });

  it.each(["Color", "Position", "much light", "9lives"])(
    "of what is no attribute of a channel are left out, which is said: %s",
    async (name) => {
      const odd = `Name="Odd" Attribute="${name}" DMXFrom="100/1"`;
      const { made, report } = await channelOf(['Name="Opening" Attribute="Iris" DMXFrom="0/1"', odd]);
      expect(made).toMatchObject({ name: "Opening", attribute: "Iris", range: [0, 99] });
      expect(made.more).toBeUndefined();
      expect(report.left).toEqual([expect.stringContaining(`: ${name} isn't the name of an attribute.`)]);
    },
  );
});
