import type { Family, ShowRecord, Territory } from "@vexa/core";

/**
 * Who reaches what, written plainly from 2-model.md section 11 with texts and sets, apart from the code that it judges. `records` are
 * those of one moment; reach is a set of "head family".
 */
export class CrewOracle {
  readonly #records: ReadonlyMap<string, ShowRecord>;
  readonly #byKind = new Map<string, ShowRecord[]>();

  constructor(records: ReadonlyMap<string, ShowRecord>) {
    this.#records = records;
    for (const record of records.values()) {
      const alike = this.#byKind.get(record.kind);
      if (alike) alike.push(record);
      else this.#byKind.set(record.kind, [record]);
    }
  }

  #all<K extends ShowRecord["kind"]>(kind: K): Extract<ShowRecord, { kind: K }>[] {
    return (this.#byKind.get(kind) ?? []) as Extract<ShowRecord, { kind: K }>[];
  }

  #partNames(part: { groupIds: readonly string[]; heads: readonly string[]; families: readonly Family[] }): string[] {
    const inGroups = part.groupIds.flatMap((id) => {
      const group = this.#records.get(id);
      return group?.kind === "group" ? group.heads : [];
    });
    return [...part.heads, ...inGroups].flatMap((head) => part.families.map((family) => `${head} ${family}`));
  }

  #holds(territory: Territory): Set<string> {
    return new Set(territory.parts.flatMap((part) => this.#partNames(part)));
  }

  /** What a person may change by hand. */
  person(personId: string): Set<string> {
    const reach = new Set<string>();
    if (this.#all("person").find(({ id }) => id === personId)?.role !== "programmer") return reach;
    const own = this.#all("territory").filter(({ personIds }) => personIds.includes(personId));
    for (const territory of own) {
      const held = this.#holds(territory);
      for (const loan of this.#all("loan"))
        if (loan.state === "lent" && loan.fromTerritoryId === territory.id) this.#partNames(loan.part).forEach((name) => held.delete(name));
      held.forEach((name) => reach.add(name));
    }
    for (const loan of this.#all("loan"))
      if (loan.state === "lent" && own.some(({ id }) => id === loan.toTerritoryId))
        this.#partNames(loan.part).forEach((name) => reach.add(name));
    return reach;
  }

  /** What the playbacks of a person's territories may drive. */
  playbacksOf(personId: string): Set<string> {
    const own = this.#all("territory").filter(({ personIds }) => personIds.includes(personId));
    return new Set([...own.flatMap((territory) => [...this.#holds(territory)]), ...this.#borrowed(own)]);
  }

  /** What is lent to these territories, as far as the lenders still hold it. */
  #borrowed(own: readonly Territory[]): string[] {
    const lent = this.#all("loan").filter(({ state, toTerritoryId }) => state === "lent" && own.some(({ id }) => id === toTerritoryId));
    return lent.flatMap(({ fromTerritoryId, part }) => {
      const lender = this.#all("territory").find(({ id }) => id === fromTerritoryId);
      const held = lender ? this.#holds(lender) : new Set<string>();
      return this.#partNames(part).filter((name) => held.has(name));
    });
  }

  /** What a loan lends at this moment. */
  loan(loanId: string): string[] {
    const loan = this.#records.get(loanId);
    const lender = loan?.kind === "loan" && loan.state === "lent" ? this.#records.get(loan.fromTerritoryId) : undefined;
    if (loan?.kind !== "loan" || lender?.kind !== "territory") return [];
    const held = this.#holds(lender);
    return this.#partNames(loan.part).filter((name) => held.has(name));
  }

  /** Null when somebody who isn't the lead may have changed this record. */
  complaint(personId: string, record: ShowRecord): string | null {
    const owns = (territoryId: string | null): boolean =>
      territoryId !== null && this.#all("territory").some(({ id, personIds }) => id === territoryId && personIds.includes(personId));
    const list = record.kind === "cue" || record.kind === "playback" ? this.#records.get(record.listId) : record;
    switch (record.kind) {
      case "sketch":
      case "highlight":
      case "curtain":
        return record.personId === personId ? null : `${personId} changed ${record.id}`;
      case "cue":
      case "cueList":
      case "playback":
        return list?.kind === "cueList" && owns(list.territoryId) ? null : `${personId} changed ${record.id}, which isn't theirs`;
      case "territory":
      case "person":
      case "fixture":
      case "profile":
      case "page":
      case "group":
        return `${personId} changed ${record.id}, which is the lead's`;
      default:
        return null;
    }
  }
}
