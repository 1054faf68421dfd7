import type { ReachContext } from "./reach";
import type { Person, Territory } from "./territory";

/** The territories that somebody belongs to, in the show's order. */
export function territoriesOf(person: Pick<Person, "id">, { territories }: Pick<ReachContext, "territories">): Territory[] {
  return territories.filter(({ personIds }) => personIds.includes(person.id));
}

/** Whose what somebody makes is to be: of their first territory; null = common, as with all that the lead makes. */
export function territoryFor(person: Pick<Person, "id" | "role">, context: Pick<ReachContext, "territories">): string | null {
  return person.role === "lead" ? null : (territoriesOf(person, context)[0]?.id ?? null);
}
