import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { NumberedEdit } from "@vexa/core";
import { EditFeed, TOGETHER_MS } from "./edit-feed";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const edit = (seq: number): NumberedEdit => [seq, { id: `edit-${seq}`, author: "ann", label: "", changes: [] }];
const opened = (): { feed: EditFeed; sent: number[][] } => {
  const sent: number[][] = [];
  return { feed: new EditFeed((edits) => sent.push(edits.map(([seq]) => seq))), sent };
};

describe("edits on their way to a connection", () => {
  it("go at once where they come alone, and together, in order, where they come closely", () => {
    const { feed, sent } = opened();
    feed.push(edit(1));
    expect(sent).toEqual([[1]]);
    for (const seq of [2, 3, 4]) feed.push(edit(seq));
    expect(sent).toEqual([[1]]);
    vi.advanceTimersByTime(TOGETHER_MS);
    expect(sent).toEqual([[1], [2, 3, 4]]);
    vi.advanceTimersByTime(TOGETHER_MS);
    feed.push(edit(5));
    expect(sent).toEqual([[1], [2, 3, 4], [5]]);
  });

  it("go before whatever else is said, once", () => {
    const { feed, sent } = opened();
    feed.push(edit(1));
    feed.push(edit(2));
    feed.flush();
    feed.flush();
    vi.advanceTimersByTime(10 * TOGETHER_MS);
    expect(sent).toEqual([[1], [2]]);
  });

  it("are dropped with the connection", () => {
    const { feed, sent } = opened();
    feed.push(edit(1));
    feed.push(edit(2));
    feed.drop();
    vi.advanceTimersByTime(10 * TOGETHER_MS);
    expect([sent, vi.getTimerCount()]).toEqual([[[1]], 0]);
  });
});
