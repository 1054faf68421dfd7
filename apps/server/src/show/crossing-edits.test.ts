import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  setChange,
  Show,
  ShowCopy,
  sketchIdOf,
  valueAt,
  type Answer,
  type Change,
  type Person,
  type Transaction,
  toldEdit,
} from "@vexa/core";
import { understory } from "@vexa/demo";
import { MemoryStorage } from "../testing/memory-storage";
import { Door } from "./door";

const SHOW = new Show(new Map(understory().map((record) => [record.id, record])));
const person = (name: string): Person => SHOW.get("person", `person-${name}`)!;

/** A browser at the end of a line on which messages take as long as they like, each way in order. */
class FarClient {
  readonly copy = new ShowCopy();
  readonly refusals: string[] = [];
  readonly #person: Person;
  readonly #door: Door;
  readonly #out: (() => Promise<void>)[] = [];
  readonly #in: (() => void)[] = [];
  #count = 0;

  constructor(of: Person, door: Door) {
    this.#person = of;
    this.#door = door;
    this.copy.take(door.seq, door.show.records);
    door.on("changes", (seq, transaction) =>
      this.#in.push(() => {
        if (!this.copy.hear(seq, toldEdit(transaction))) throw new Error("a gap");
      }),
    );
  }

  /** Sets a field to something that nobody has set before, from what this browser shows; steps of one drag share a gesture. */
  set(id: string, path: readonly string[], gesture?: string): void {
    const to = path.at(-1) === "rank" ? ++this.#count : `${this.#person.initials} ${++this.#count}`;
    this.#send([setChange(id, path, { from: valueAt(this.copy.view.records.get(id), path), to })], gesture);
  }

  /** Puts a stroke into one's sketch, or takes it out. */
  toggleStroke(): void {
    const id = sketchIdOf(this.#person.id);
    const from = valueAt(this.copy.view.records.get(id), ["strokes", "s"]);
    this.#send([setChange(id, ["strokes", "s"], { from, to: from ? undefined : { who: { heads: [] }, parts: {}, rank: 0 } })]);
  }

  undo(direction: "undo" | "redo"): void {
    this.#out.push(async () => {
      const answer = await this.#door.undo(this.#person, direction);
      this.#in.push(() => this.#refused(answer));
    });
  }

  async deliverOut(count: number): Promise<void> {
    for (const work of this.#out.splice(0, count)) await work();
  }

  deliverIn(count: number): void {
    for (const work of this.#in.splice(0, count)) work();
  }

  get quiet(): boolean {
    return this.#out.length + this.#in.length === 0;
  }

  #send(changes: readonly Change[], gesture?: string): void {
    const transaction: Transaction = { id: randomUUID(), author: this.#person.id, label: "x", changes, ...(gesture ? { gesture } : {}) };
    // What this browser refuses itself was never done.
    if (!this.copy.add(transaction).ok) return;
    this.#out.push(async () => {
      const answer = await this.#door.transact(this.#person, transaction);
      this.#in.push(() => {
        if (answer.ok) this.copy.settle(transaction.id, answer.seq);
        else this.copy.drop(transaction.id);
        this.#refused(answer);
      });
    });
  }

  #refused(answer: Answer): void {
    if (!answer.ok) this.refusals.push(answer.error.code);
  }
}

const ACTS = ["name", "rank", "drag", "drag", "stroke", "undo", "undo", "redo"] as const;
const step = fc.record({
  who: fc.nat(1),
  act: fc.constantFrom(...ACTS),
  out: fc.nat(3),
  in: fc.nat(3),
});

/** Does all that and then waits until everything has arrived. */
async function played(
  people: readonly Person[],
  fields: (client: number) => string,
  steps: readonly { who: number; act: (typeof ACTS)[number]; out: number; in: number }[],
): Promise<{ door: Door; clients: FarClient[] }> {
  const door = new Door({ show: SHOW, seq: 1, storage: new MemoryStorage(SHOW.records.values()), now: () => 1000 });
  const clients = people.map((each) => new FarClient(each, door));
  let drag = 0;
  for (const { who, act, out, in: inward } of steps) {
    const at = who % clients.length;
    const client = clients[at]!;
    if (act === "undo" || act === "redo") client.undo(act);
    else if (act === "stroke") client.toggleStroke();
    else if (act === "drag") client.set(fields(at), ["rank"], `drag ${drag++ >> 2}`);
    else client.set(fields(at), [act]);
    await client.deliverOut(out);
    for (const each of clients) each.deliverIn(inward);
  }
  while (!clients.every(({ quiet }) => quiet))
    for (const each of clients) {
      await each.deliverOut(Infinity);
      each.deliverIn(Infinity);
    }
  await door.close();
  return { door, clients };
}

const records = (show: Show): object => Object.fromEntries(show.records);

describe("edits, drags, undo and redo that cross on the way", () => {
  it("never clash with one's own, and end alike at both ends", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 40 }), async (steps) => {
        const { door, clients } = await played([person("ines")], () => "group-spots", steps);
        expect(clients[0]!.refusals.filter((code) => code === "value.conflict")).toEqual([]);
        expect(clients[0]!.copy.pending).toEqual([]);
        expect(records(clients[0]!.copy.view)).toEqual(records(door.show));
      }),
      { seed: 13, numRuns: 400 },
    );
  });

  it("of two people in different places never clash, and in the same place end alike everywhere", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 40 }), fc.boolean(), async (steps, apart) => {
        const fields = (client: number): string => (apart && client === 1 ? "group-ferns" : "group-spots");
        const { door, clients } = await played([person("ines"), person("adaeze")], fields, steps);
        for (const { refusals, copy } of clients) {
          if (apart) expect(refusals.filter((code) => code === "value.conflict")).toEqual([]);
          expect(copy.pending).toEqual([]);
          expect(records(copy.view)).toEqual(records(door.show));
        }
      }),
      { seed: 14, numRuns: 400 },
    );
  });

  it("count in the order of the hand: what is done after an undo that isn't there yet holds", async () => {
    const { door, clients } = await played([person("ines")], () => "group-spots", [
      { who: 0, act: "name", out: 1, in: 0 },
      { who: 0, act: "undo", out: 0, in: 0 },
      { who: 0, act: "name", out: 0, in: 0 },
    ]);
    expect(clients[0]!.refusals).toEqual([]);
    expect(door.show.get("group", "group-spots")!.name).toBe("In 2");
  });

  it("hold once when they come twice, also when they were taken back in between", async () => {
    const door = new Door({ show: SHOW, seq: 1, storage: new MemoryStorage(SHOW.records.values()), now: () => 1000 });
    const edit: Transaction = {
      ...{ id: randomUUID(), author: "person-ines", label: "x" },
      changes: [setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })],
    };
    expect(await door.transact(person("ines"), edit)).toMatchObject({ ok: true });
    expect(await door.undo(person("ines"), "undo")).toMatchObject({ ok: true });
    expect(await door.transact(person("ines"), edit)).toMatchObject({ ok: true });
    expect(door.show.get("group", "group-spots")!.name).toBe("Rib spots");
    await door.close();
  });
});
