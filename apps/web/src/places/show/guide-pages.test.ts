import { describe, expect, it } from "vitest";
import { foundIn, pageOf } from "./guide-pages";

const page = pageOf(
  "patch",
  "# Patch and plan\nThe sheet of lamps.\n\n## Addresses and twins\nDrag a lamp to [other slots](x.md).\n\n## Curves\nA **curve** bends addresses not.\n",
);

describe("the guide inside the application", () => {
  it("is pages with sections under their headings", () => {
    expect(page.title).toBe("Patch and plan");
    expect(page.sections.map(({ heading }) => heading)).toEqual(["Patch and plan", "Addresses and twins", "Curves"]);
    expect(page.sections[0]!.text).toBe("The sheet of lamps.");
  });

  it("is searched by words, all of which must stand there; headings come first", () => {
    expect(foundIn([page], "addresses").map(({ heading }) => heading)).toEqual(["Addresses and twins", "Curves"]);
    expect(foundIn([page], "curve bends")).toEqual([
      { page: "patch", title: "Patch and plan", heading: "Curves", around: "A curve bends addresses not." },
    ]);
    expect(foundIn([page], "nowhere")).toEqual([]);
    expect(foundIn([page], "  ")).toEqual([]);
  });
});
