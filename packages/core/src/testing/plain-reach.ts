import type { Family } from "../rig/attributes";
import type { Show } from "../show/show";
import type { Person, TerritoryPart } from "../territory/territory";

/** Who reaches what, of sets of words such as "fx-1 Colour": written a second time, to check the engine's own. 2-model.md section 9. */
type Plain = ReadonlySet<string>;
type Reaches = (head: string, family: Family) => boolean;

const all: Reaches = () => true;
const within =
  (set: Plain): Reaches =>
  (head, family) =>
    set.has(`${head} ${family}`);

function wordsOf(show: Show, parts: readonly TerritoryPart[]): Plain {
  const words = new Set<string>();
  for (const { heads, groupIds, families } of parts) {
    const grouped = groupIds.map((id) => show.get("group", id)).flatMap((group) => (group === null ? [] : group.heads));
    for (const head of [...heads, ...grouped]) for (const family of families) words.add(`${head} ${family}`);
  }
  return words;
}

const partsOf = (show: Show, territoryId: string): readonly TerritoryPart[] => show.get("territory", territoryId)?.parts ?? [];

/** What a territory has from others now: nobody can lend what isn't theirs. */
function borrowed(show: Show, territoryId: string): string[] {
  return show
    .all("loan")
    .filter(({ state, toTerritoryId }) => state === "lent" && toTerritoryId === territoryId)
    .flatMap(({ fromTerritoryId, part }) => {
      const theirs = wordsOf(show, partsOf(show, fromTerritoryId));
      return [...wordsOf(show, [part])].filter((word) => theirs.has(word));
    });
}

/** What content of a territory may drive; nobody's may drive all. */
export function plainOwnerReach(show: Show, territoryId: string | null): Reaches {
  if (territoryId === null) return all;
  return within(new Set([...wordsOf(show, partsOf(show, territoryId)), ...borrowed(show, territoryId)]));
}

/** What somebody may build with: a lead with all; a programmer with what theirs hold and borrow and haven't lent; others with nothing. */
export function plainReach(show: Show, person: Person): Reaches {
  if (person.role === "lead") return all;
  if (person.role !== "programmer") return () => false;
  const words = new Set<string>();
  for (const { id, parts, personIds } of show.all("territory")) {
    if (!personIds.includes(person.id)) continue;
    const lent = show.all("loan").filter(({ state, fromTerritoryId }) => state === "lent" && fromTerritoryId === id);
    const gone = new Set(lent.flatMap(({ part }) => [...wordsOf(show, [part])]));
    for (const word of wordsOf(show, parts)) if (!gone.has(word)) words.add(word);
    for (const word of borrowed(show, id)) words.add(word);
  }
  return within(words);
}
