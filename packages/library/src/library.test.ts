import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { PLANNED, libraryFiles } from "./files";
import { libraryFolder, libraryLamps } from "./index";

describe("the library of lamps", () => {
  it("is the files that its plans give, octet for octet (npx tsx packages/library/src/write-lamps.ts)", () => {
    const files = libraryFiles();
    expect(readdirSync(libraryFolder()).sort()).toEqual([...files.keys()].sort());
    for (const [name, bytes] of files) expect(Buffer.compare(readFileSync(join(libraryFolder(), name)), bytes), name).toBe(0);
  });

  it("reads as it was planned, with every picture, and nothing guessed", () => {
    const lamps = new Map(libraryLamps().map((lamp) => [lamp.profile.id, lamp]));
    expect(lamps.size).toBeGreaterThanOrEqual(12);
    for (const planned of PLANNED) {
      const { profile, pictures, report } = lamps.get(planned.id)!;
      expect(report, planned.model).toMatchObject({ guessed: [], left: [] });
      expect(profile, planned.model).toEqual(planned);
      const named = new Set(Object.values(planned.pictures ?? {}).flatMap((own) => own.filter((name) => name !== null)));
      expect(pictures.map(({ name }) => name).sort(), planned.model).toEqual([...named].sort());
    }
  });
});
