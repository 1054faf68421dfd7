import { attributeInfo, functionsOf, type Attribute, type Profile } from "@vexa/core";

/** The wheels that attributes of a profile turn: those with colours, pictures or named slots. */
export function wheelNames(profile: Profile): Attribute[] {
  const named = profile.modes.flatMap(({ channels }) =>
    channels.flatMap((channel) =>
      functionsOf(channel).flatMap(({ attribute, sets }) =>
        attributeInfo(attribute).unit === "slot" && sets?.some(({ at }) => at !== undefined) ? [attribute] : [],
      ),
    ),
  );
  return [...new Set([...Object.keys(profile.wheels ?? {}), ...Object.keys(profile.pictures ?? {}), ...named])];
}
