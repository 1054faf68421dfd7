import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { NumberedEdit } from "@vexa/core";
import { seededRandom } from "@vexa/core";
import { SharedFeed, TOGETHER_MS } from "./shared-feed";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const edit = (seq: number): NumberedEdit => [seq, { id: `edit-${seq}`, changes: [] }];
const opened = (...connections: string[]): { feed: SharedFeed; sent: [string, number[]][] } => {
  const sent: [string, number[]][] = [];
  const feed = new SharedFeed((to, edits) => sent.push([to.join(" "), edits.map(([seq]) => seq)]));
  connections.forEach((connection) => feed.join(connection));
  return { feed, sent };
};

describe("edits on their way to everybody who sees all", () => {
  it("go at once where they come alone, together where they come closely, and in one message for all who stand alike", () => {
    const { feed, sent } = opened("a", "b", "c");
    feed.push(edit(1));
    for (const seq of [2, 3]) feed.push(edit(seq));
    feed.flushFor("b");
    feed.push(edit(4));
    vi.advanceTimersByTime(TOGETHER_MS);
    expect(sent).toEqual([
      ["a b c", [1]],
      ["b", [2, 3]],
      ["a c", [2, 3, 4]],
      ["b", [4]],
    ]);
  });

  it("wait longer for each other the more there are to tell, but not for long", () => {
    for (const [connections, waits] of [
      [4, TOGETHER_MS],
      [16, 40],
      [1000, 60],
    ] as const) {
      const { feed, sent } = opened(...Array.from({ length: connections }, (_, at) => `c${at}`));
      for (const seq of [1, 2]) feed.push(edit(seq));
      vi.advanceTimersByTime(waits - 1);
      expect(sent.length).toBe(1);
      vi.advanceTimersByTime(1);
      expect(sent.map(([, seqs]) => seqs)).toEqual([[1], [2]]);
      vi.advanceTimersByTime(100);
    }
  });

  it("are heard from when one joins, and not any more when one has left", () => {
    const { feed, sent } = opened("a");
    for (const seq of [1, 2]) feed.push(edit(seq));
    feed.join("b");
    feed.push(edit(3));
    feed.leave("a");
    vi.advanceTimersByTime(TOGETHER_MS);
    feed.leave("b");
    feed.push(edit(4));
    vi.advanceTimersByTime(10 * TOGETHER_MS);
    expect(sent).toEqual([
      ["a", [1]],
      ["b", [3]],
    ]);
  });

  it("go along with whatever else some are told, and wait no more for their turn where all have them by then", () => {
    const { feed, sent } = opened("a", "b", "c");
    for (const seq of [1, 2]) feed.push(edit(seq));
    feed.flushTo(["a", "c", "stranger"]);
    expect(sent.splice(0)).toEqual([
      ["a b c", [1]],
      ["a c", [2]],
    ]);
    feed.flushTo(["b"]);
    expect(sent.splice(0)).toEqual([["b", [2]]]);
    // What was told a moment ago counts for the next one: it waits as long as after any other.
    vi.advanceTimersByTime(TOGETHER_MS / 2);
    feed.push(edit(3));
    feed.flushTo([]);
    feed.flushFor("stranger");
    vi.advanceTimersByTime(TOGETHER_MS / 2 - 1);
    expect(sent).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(sent).toEqual([["a b c", [3]]]);
  });

  it("are told although those whom the last ones waited for have left meanwhile", () => {
    const { feed, sent } = opened("a", "b");
    for (const seq of [1, 2]) feed.push(edit(seq));
    feed.flushFor("b");
    feed.leave("a");
    for (let more = 0; more < 30; more++) feed.join(`c${more}`);
    vi.advanceTimersByTime(TOGETHER_MS);
    sent.length = 0;
    feed.push(edit(3));
    vi.advanceTimersByTime(100);
    expect(sent.map(([, seqs]) => seqs)).toEqual([[3]]);
  });

  it("don't wait because somebody was told that there is nothing", () => {
    const { feed, sent } = opened("a", "b");
    feed.push(edit(1));
    vi.advanceTimersByTime(TOGETHER_MS);
    feed.flushFor("a");
    feed.push(edit(2));
    expect(sent.map(([, seqs]) => seqs)).toEqual([[1], [2]]);
  });

  it("come to everybody whole and in order, whoever is answered when", () => {
    const random = seededRandom(5);
    const heard = new Map<string, number[]>();
    const feed = new SharedFeed((to, edits) =>
      to.forEach((connection) => heard.set(connection, [...(heard.get(connection) ?? []), ...edits.map(([seq]) => seq)])),
    );
    const joined = new Map<string, number>();
    for (let seq = 1; seq <= 500; seq++) {
      if (seq % 50 === 1) {
        joined.set(`c${seq}`, seq);
        feed.join(`c${seq}`);
      }
      feed.push(edit(seq));
      if (random() < 0.3) feed.flushFor([...joined.keys()][Math.floor(random() * joined.size)]!);
      if (random() < 0.1) feed.flushTo([...joined.keys()].filter(() => random() < 0.7));
      if (random() < 0.4) vi.advanceTimersByTime(30 * random());
    }
    vi.advanceTimersByTime(10 * TOGETHER_MS);
    expect(heard.size).toBe(10);
    for (const [connection, seqs] of heard)
      expect(seqs).toEqual(Array.from({ length: 501 - joined.get(connection)! }, (_, at) => at + joined.get(connection)!));
  });
});
