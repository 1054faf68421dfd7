import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { listWithCard, part, pick, smallShow, strokeOn } from "../testing";
import type { Kind, ShowRecord } from "./records";
import { Show } from "./show";

/** Of some there are none. */
const MORE_KINDS: readonly Kind[] = ["group", "page", "cueList", "macro", "output"];

const CUE = { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })] };

/** Some records changed, some gone, some new, and whose ids these are. */
function edited(records: ReadonlyMap<string, ShowRecord>, random: () => number, step: number): [Map<string, ShowRecord>, string[]] {
  const next = new Map(records);
  const changed = new Set<string>();
  for (let count = Math.floor(random() * 6); count >= 0; count--) {
    const present = pick(random, [...next.values()]);
    const kind = random();
    if (kind < 0.4) next.set(present.id, { ...present, version: present.version + 1 });
    else if (kind < 0.7) next.delete(present.id);
    else next.set(`new-${step}-${count}`, { ...present, id: `new-${step}-${count}` });
    changed.add(kind < 0.7 ? present.id : `new-${step}-${count}`);
  }
  return [next, [...changed]];
}

describe("a show", () => {
  it("has after any edits the lists that it would have from the start, whichever were asked for before (300 edits)", () => {
    const random = seededRandom(4);
    let show = smallShow(["one", "two"].flatMap((id) => listWithCard(id, [CUE, CUE, CUE])));
    const before = show.records.size;
    for (let step = 0; step < 300; step++) {
      for (const kind of MORE_KINDS) if (random() < 0.5) show.all(kind);
      const kinds = [...new Set([...show.records.values()].map(({ kind }) => kind))];
      for (const kind of kinds) if (random() < 0.5) show.all(kind);
      const [records, changed] = edited(new Map(show.records), random, step);
      show = show.withRecords(records, changed);
      const anew = new Show(records);
      for (const kind of new Set([...kinds, ...MORE_KINDS])) expect(show.all(kind), `step ${step}, ${kind}`).toEqual(anew.all(kind));
      for (const id of ["one", "two"]) expect(show.cuesOf(id)).toEqual(anew.cuesOf(id));
      const rigOf = ({ rig }: Show): unknown => rig.heads.map(({ key, fixture, profile }) => [key, fixture, profile]);
      expect(rigOf(show), `step ${step}`).toEqual(rigOf(anew));
    }
    expect(show.records.size).not.toBe(before);
  });
});
