import { extentOf } from "./role-table";
import type { Person, Territory } from "./territory";

/** A person as something acts for them; `onlyFor`: with no more than one of the show's territories, whatever else they are. */
export interface Actor extends Person {
  readonly onlyFor?: string;
}

/** Somebody who acts for a territory alone, as what its list's cues begin does; what is common narrows nobody. */
export function narrowedTo(person: Person, territoryId: string | null): Actor {
  if (territoryId === null) return person;
  // The lead reaches everything: for a territory they are one of its programmers.
  return { ...person, role: person.role === "lead" ? "programmer" : person.role, onlyFor: territoryId };
}

/** The territories that somebody belongs to, in the show's order. */
export function territoriesOf(
  person: Pick<Actor, "id" | "onlyFor">,
  { territories }: { readonly territories: readonly Territory[] },
): Territory[] {
  return territories.filter((territory) => isOf(person, territory));
}

/** Whether somebody is of a territory's people; nobody is of what is common. */
export function isOf(person: Pick<Actor, "id" | "onlyFor">, territory: Territory | null | undefined): boolean {
  if (person.onlyFor !== undefined) return territory?.id === person.onlyFor;
  return territory?.personIds.includes(person.id) ?? false;
}

/** Whether somebody may lend for a territory, or decide what was asked of it. */
export function mayLendFor(person: Person, territory: Territory | null | undefined): boolean {
  const extent = extentOf(person, "lend");
  return extent === "all" || (extent === "own" && isOf(person, territory));
}

/** Whose what somebody makes is to be: of their first territory; null = common, as with all that the lead makes. */
export function territoryFor(person: Pick<Person, "id" | "role">, context: { readonly territories: readonly Territory[] }): string | null {
  return person.role === "lead" ? null : (territoriesOf(person, context)[0]?.id ?? null);
}
