import type { Profile } from "@vexa/core";
import { gdtf } from "@vexa/formats";
import { goboPicture } from "./gobos";
import { DEMO_LAMPS } from "./lamps/demo-lamps";
import { MORE_LAMPS } from "./lamps/more-lamps";
import { MOVING_LAMPS } from "./lamps/moving-lamps";

export const PLANNED: readonly Profile[] = [...DEMO_LAMPS, ...MOVING_LAMPS, ...MORE_LAMPS];

/** The files of the library as they are to be: name and octets. */
export function libraryFiles(): Map<string, Uint8Array> {
  return new Map(
    PLANNED.map((profile) => {
      const names = [...new Set(Object.values(profile.pictures ?? {}).flatMap((own) => own.flatMap((name) => name ?? [])))];
      return [gdtf.fileName(profile), gdtf.write(profile, names.map(goboPicture))] as const;
    }),
  );
}
