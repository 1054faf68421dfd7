import { setChange, type Change } from "../document/transaction";
import type { Show } from "../show/show";
import type { Role } from "../territory/territory";

/** What each person is in a show, by their ids. */
export type Roles = Readonly<Record<string, Role>>;

export function rolesIn(show: Show): Roles {
  return Object.fromEntries(show.all("person").map(({ id, role }) => [id, role]));
}

/**
 * The changes that give people the roles that they have in another show. Whoever opens it stays what they are, or might open no other; who
 * isn't named there stays, too.
 */
export function givenRoles(show: Show, roles: Roles, openedBy: string): Change[] {
  return show.all("person").flatMap(({ id, role }) => {
    const there = Object.hasOwn(roles, id) ? roles[id] : undefined;
    return there === undefined || there === role || id === openedBy ? [] : [setChange(id, ["role"], { from: role, to: there })];
  });
}
