import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Inbox, Turns, type Waiting } from "./inbox";

const LIMITS = { waiting: 50, burst: 20, aSecond: 10 };

class Bench {
  now = 0;
  readonly done: string[] = [];
  readonly superseded: string[] = [];
  readonly refused: string[] = [];
  readonly inbox = new Inbox(() => this.now, LIMITS);

  send(name: string, supersedes: string | null = null, atZero = false): void {
    const entry: Waiting = {
      supersedes,
      atZero,
      run: () => void this.done.push(name),
      superseded: () => this.superseded.push(name),
      refused: () => this.refused.push(name),
    };
    this.inbox.push(entry);
  }

  async work(): Promise<void> {
    for (let entry = this.inbox.take(); entry; entry = this.inbox.take()) await entry.run();
  }
}

describe("an inbox", () => {
  it("lets the newest step of a fader stand for those before it, and keeps passes through zero", async () => {
    const bench = new Bench();
    for (const [name, level] of [
      ["a", 0.5],
      ["b", 0.2],
      ["c", 0],
      ["d", 0],
      ["e", 0.3],
      ["f", 0.4],
    ] as const)
      bench.send(name, "level x", level === 0);
    await bench.work();
    expect(bench.done).toEqual(["b", "d", "f"]);
    expect(bench.superseded).toEqual(["a", "c", "e"]);
  });

  it("keeps the order of what isn't a step of the same fader", async () => {
    const bench = new Bench();
    bench.send("1", "level x");
    bench.send("go");
    bench.send("2", "level x");
    bench.send("3", "level y");
    bench.send("4", "level x");
    await bench.work();
    // Of two faders that are moved at once the newest step of each counts; nothing passes the GO.
    expect(bench.done).toEqual(["1", "go", "4", "3"]);
    expect(bench.superseded).toEqual(["2"]);
  });

  it("begins no more than four steps before one is done, and then the newest", async () => {
    let now = 0;
    const done: string[] = [];
    const ends: (() => void)[] = [];
    const inbox = new Inbox(() => now++, { waiting: 50, burst: 50, aSecond: 50 });
    const later: (() => void)[] = [];
    const turns = new Turns(
      () => now,
      (work) => later.push(work),
    );
    turns.add(inbox);
    for (let at = 0; at < 20; at++) {
      inbox.push({
        ...{ supersedes: "level x", atZero: false, superseded: () => undefined, refused: () => undefined },
        run: () => {
          done.push(String(at));
          return new Promise<void>((resolve) => ends.push(resolve));
        },
      });
      turns.wake();
      later.splice(0).forEach((work) => work());
    }
    expect(done).toEqual(["0", "1", "2", "3"]);
    ends[0]!();
    await new Promise((resolve) => setTimeout(resolve));
    later.splice(0).forEach((work) => work());
    expect(done.at(-1)).toBe("19");
  });

  it("refuses what is beyond the rate and beyond what may wait; fader steps wait for their turn instead", async () => {
    const bench = new Bench();
    for (let at = 0; at < 100; at++) bench.send(`go ${at}`);
    expect(bench.refused).toHaveLength(50);
    await bench.work();
    expect([bench.done.length, bench.refused.length]).toEqual([20, 80]);
    for (let at = 0; at < 1000; at++) bench.send(`level ${at}`, "level x");
    await bench.work();
    expect(bench.done).toHaveLength(20);
    bench.now += 100;
    await bench.work();
    expect(bench.done.at(-1)).toBe("level 999");
  });

  it("answers everything once, and the last step of each fader is always done", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ fader: fc.constantFrom("x", "y", null), zero: fc.boolean(), ms: fc.nat(40) }), { maxLength: 200 }),
        async (steps) => {
          const bench = new Bench();
          const last = new Map<string, string>();
          for (const [at, { fader, zero, ms }] of steps.entries()) {
            bench.now += ms;
            bench.send(String(at), fader, zero);
            if (fader) last.set(fader, String(at));
            if (at % 7 === 0) await bench.work();
          }
          for (let second = 0; second < 60; second++) {
            bench.now += 1000;
            await bench.work();
          }
          expect(bench.done.length + bench.superseded.length + bench.refused.length).toBe(steps.length);
          for (const name of last.values()) if (!bench.refused.includes(name)) expect(bench.done).toContain(name);
        },
      ),
      { seed: 71, numRuns: 300 },
    );
  });
});

describe("turns", () => {
  it("serve one of each, so that a flood keeps nobody waiting", () => {
    const done: string[] = [];
    let now = 0;
    const later: (() => void)[] = [];
    const turns = new Turns(
      () => now,
      (work) => later.push(work),
    );
    const open = (): Inbox => {
      const inbox = new Inbox(() => now, { waiting: 30_000, burst: 30_000, aSecond: 1 });
      turns.add(inbox);
      return inbox;
    };
    const [flood, other] = [open(), open()];
    const entry = (name: string): Waiting => ({
      supersedes: null,
      atZero: false,
      run: () => {
        done.push(name);
        now += 0.5;
      },
      superseded: () => undefined,
      refused: () => undefined,
    });
    for (let at = 0; at < 20_000; at++) flood.push(entry("flood"));
    turns.wake();
    // The rest of the flood waits; whoever comes now is served with the next turn.
    expect(done.length).toBeLessThan(20);
    other.push(entry("go"));
    later.shift()!();
    expect(done.indexOf("go")).toBeLessThan(20);
    while (later.length > 0) later.shift()!();
    expect(done).toHaveLength(20_001);
  });
});
