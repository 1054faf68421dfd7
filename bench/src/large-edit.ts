import { setChange, Show, tryEdit, type Change, type Person, type ShowRecord } from "@vexa/core";

const RECORDS = 10_000;

/** Milliseconds that 10,000 changes over 10,000 records take through rights, clipping and rules: the median of some runs. */
export function largeEditMs(runs: number): number {
  const lead: Person = { id: "person-lead", kind: "person", version: 1, name: "Lead", initials: "Le", role: "lead" };
  const groups = Array.from({ length: RECORDS }, (_, index): ShowRecord => {
    return { id: `group-${index}`, kind: "group", version: 1, name: `Group ${index}`, rank: index, heads: [], territoryId: null };
  });
  const show = new Show(new Map([lead, ...groups].map((record) => [record.id, record])));
  const changes = groups.map((group, index): Change => setChange(group.id, ["name"], { from: `Group ${index}`, to: `Renamed ${index}` }));
  const times = Array.from({ length: runs }, () => {
    const begun = performance.now();
    const tried = tryEdit(show, lead, changes);
    if (!tried.ok) throw new Error(tried.error.code);
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}
