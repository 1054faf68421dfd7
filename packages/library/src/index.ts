import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { gdtf } from "@vexa/formats";

/** A lamp that ships: as its file has it. */
export interface LibraryLamp extends gdtf.ReadProfile {
  readonly file: string;
}

/** The folder with the library's GDTF files: also where this runs bundled, some folders above. */
export function libraryFolder(): string {
  for (let at = dirname(fileURLToPath(import.meta.url)); ; at = dirname(at)) {
    const folder = join(at, "packages", "library", "lamps");
    if (existsSync(folder)) return folder;
    if (dirname(at) === at) throw new Error("the lamp library isn't there");
  }
}

let known: readonly LibraryLamp[] | null = null;

/** All lamps of the library, read from their files once. Throws where one can't be read: they ship with Vexa. */
export function libraryLamps(): readonly LibraryLamp[] {
  if (known) return known;
  const folder = libraryFolder();
  known = readdirSync(folder)
    .sort()
    .map((file): LibraryLamp => {
      const read = gdtf.read(readFileSync(join(folder, file)), file);
      if (!read.ok) throw new Error(`${file}: ${read.error.details["why"]}`);
      return { file, ...read.value };
    });
  return known;
}
