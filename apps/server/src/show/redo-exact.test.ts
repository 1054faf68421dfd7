import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { partChanges, selectHeads, setChange, Show, sketchIdOf, wipeChanges, type Attribute, type Change, type Person } from "@vexa/core";
import { understory } from "@vexa/demo";
import { MemoryStorage } from "../testing/memory-storage";
import { Door } from "./door";

const SHOW = new Show(new Map(understory().map((record) => [record.id, record])));
const PEOPLE = ["ines", "tomasz"].map((name) => SHOW.get("person", `person-${name}`)!);
/** What each of them works on besides their sketch. */
const OWN = ["group-ferns", "group-spots"];
const HEADS = SHOW.rig.heads.slice(0, 6).map(({ key }) => key);

const acts = fc.record({
  who: fc.nat(1),
  act: fc.constantFrom("lane" as const, "lane" as const, "drag" as const, "wipe" as const, "name" as const),
  attribute: fc.constantFrom<Attribute>("Dimmer", "Pan", "Tilt"),
  heads: fc.subarray(HEADS, { minLength: 1 }),
  value: fc.integer({ min: 0, max: 100 }),
  steps: fc.integer({ min: 2, max: 5 }),
});
type Act = typeof acts extends fc.Arbitrary<infer A> ? A : never;

/** Two people at one door, each doing what a hand does, one act after the other. */
class Pair {
  readonly door = new Door({ show: SHOW, seq: 1, storage: new MemoryStorage(SHOW.records.values()), now: () => 1000 });
  #count = 0;

  async do({ who, act, attribute, heads, value, steps }: Act): Promise<void> {
    const person = PEOPLE[who]!;
    const lane = (knots: readonly number[]): Change[] =>
      partChanges(this.door.show, {
        newId: () => `${act}${++this.#count}0000000`,
        personId: person.id,
        selection: selectHeads(heads),
        attribute,
        part: { shape: {}, touched: 1, level: { knots: attribute === "Dimmer" ? knots.map((knot) => knot / 100) : knots } },
      });
    if (act === "lane") await this.#edit(person, lane([value]));
    else if (act === "wipe") await this.#edit(person, wipeChanges(this.door.show, person.id));
    else if (act === "name") {
      const id = OWN[who]!;
      await this.#edit(person, [setChange(id, ["name"], { from: this.door.show.get("group", id)!.name, to: `${id} ${++this.#count}` })]);
    } else {
      const gesture = `drag ${++this.#count}`;
      for (let step = 1; step <= steps; step++) await this.#edit(person, lane([value, (100 * step) / steps]), gesture);
    }
  }

  async #edit(person: Person, changes: readonly Change[], gesture?: string): Promise<void> {
    if (changes.length === 0) return;
    const answer = await this.door.transact(person, {
      ...{ id: randomUUID(), author: person.id, label: "x", changes },
      ...(gesture ? { gesture } : {}),
    });
    if (!answer.ok) throw new Error(JSON.stringify(answer.error));
  }

  /** Takes back, or does again, until there is no more; how many it were. */
  async all(who: number, direction: "undo" | "redo"): Promise<number> {
    for (let count = 0; ; count++) {
      const answer = await this.door.undo(PEOPLE[who]!, direction);
      if (answer.ok) continue;
      expect(answer.error.code).toBe("undo.nothing");
      return count;
    }
  }

  /** What is one person's, without versions: these count every edit. */
  of(who: number): object {
    const { show } = this.door;
    const { version: _, ...sketch } = show.get("sketch", sketchIdOf(PEOPLE[who]!.id))!;
    return { sketch, name: show.get("group", OWN[who]!)!.name };
  }
}

describe("what was taken back and is done again", () => {
  it("is exactly what it was, however much of it, with wipes and drags, while somebody else goes on", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(acts, { minLength: 1, maxLength: 45 }), fc.array(acts, { maxLength: 8 }), async (first, meanwhile) => {
        const pair = new Pair();
        const [start, theirs] = [pair.of(0), meanwhile.map((act) => ({ ...act, who: 1 }))];
        for (const act of first) await pair.do(act);
        const before = pair.of(0);
        const undone = await pair.all(0, "undo");
        expect(pair.of(0)).toEqual(start);
        for (const act of theirs) await pair.do(act);
        const hers = pair.of(1);
        expect(await pair.all(0, "redo")).toBe(undone);
        expect(pair.of(0)).toEqual(before);
        expect(pair.of(1)).toEqual(hers);
        // And half of the way there and back.
        for (let step = 0; step < undone >> 1; step++) expect((await pair.door.undo(PEOPLE[0]!, "undo")).ok).toBe(true);
        expect(await pair.all(0, "redo")).toBe(undone >> 1);
        expect(pair.of(0)).toEqual(before);
        await pair.door.close();
      }),
      { seed: 61, numRuns: 60 },
    );
  });
});
