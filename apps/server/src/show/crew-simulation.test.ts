import { describe, expect, it } from "vitest";
import { apply } from "@vexa/core";
import { CrewSimulation } from "../testing/crew-simulation";

describe("six people on one rig", () => {
  it("reach nothing but their own, see what the server has, take back only theirs and lose nothing, on bad lines and through restarts", async () => {
    const simulation = new CrewSimulation();
    await simulation.run();
    const { counts, log, door, clients } = simulation;
    expect(simulation.complaints.slice(0, 5)).toEqual([]);
    // It was no still life. (The lead's own crossing divisions hold now, so that people have fewer heads on the way than when they were refused.)
    expect(counts.reached).toBeGreaterThan(1500);
    expect(counts.undone).toBeGreaterThan(1000);
    expect(door.show.all("loan").length).toBeGreaterThan(100);
    expect(counts.breaks).toBeGreaterThan(100);
    for (const client of clients) {
      expect(client.copy.pending).toEqual([]);
      expect([...client.copy.view.records.values()]).toEqual([...door.show.records.values()]);
    }
    // Refusals are told in people's words: no ids of records, no names of fields.
    const refusals = clients.flatMap((client) => client.refusals);
    expect(new Set(refusals).size).toBeGreaterThan(10);
    const names = [...door.show.records.values()].flatMap((record) => ("name" in record && record.name) || []);
    const ids = [...door.show.records.keys()].filter((id) => id.includes("-") && names.every((name) => !name.includes(id)));
    const anId = new RegExp(`(^|[^\\w-])(${ids.join("|")})($|[^\\w-])`);
    const raw = (sentence: string): boolean => anId.test(sentence) || /›|undefined|\bnull\b|[{}]|\b[a-z]+[A-Z]\w*/.test(sentence);
    expect(refusals.filter(raw).slice(0, 3)).toEqual([]);
    // All that was said to hold was done, and nothing but what everybody heard of.
    const done = new Set(log.map(({ id }) => id));
    for (const { acknowledged } of clients) expect(acknowledged.filter((id) => !done.has(id))).toEqual([]);
    const replayed = log.reduce((records, { changes }) => {
      const next = apply(records, changes);
      if (!next.ok) throw new Error(next.error.code);
      return next.value;
    }, simulation.first);
    expect(new Map(replayed)).toEqual(new Map(door.show.records));
  });
});
