import type { ShowRecord } from "@vexa/core";

/** A record without people who aren't here: a territory keeps the others, a page of theirs is everybody's. */
export function withPeople(record: ShowRecord, here: (personId: string) => boolean): ShowRecord[] {
  if (record.kind === "territory") return [{ ...record, personIds: record.personIds.filter(here) }];
  if (record.kind !== "page" || record.personId === undefined || here(record.personId)) return [record];
  const { personId: _, ...rest } = record;
  return [rest];
}
