import { extentOf } from "./role-table";
import type { Person, Territory } from "./territory";

/** The territories that somebody belongs to, in the show's order. */
export function territoriesOf(person: Pick<Person, "id">, { territories }: { readonly territories: readonly Territory[] }): Territory[] {
  return territories.filter((territory) => isOf(person, territory));
}

/** Whether somebody is of a territory's people; nobody is of what is common. */
export function isOf(person: Pick<Person, "id">, territory: Territory | null | undefined): boolean {
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
