import { readFile } from "node:fs/promises";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { DataSource } from "typeorm";
import { StorageAway, type Commit, type DoorStorage } from "./commit";
import { GuardedStorage } from "./guarded-storage";

type Written = [unknown, number];
const WRITTEN: Written = [[], 1];
const EDIT = {} as Commit;

/** Storage that writes at once or fails, behind a database whose small writes end as the test says. */
function guarded(query: () => Promise<Written>): { own: GuardedStorage; told: boolean[]; storage: DoorStorage } {
  const storage: DoorStorage = {
    commit: () => Promise.resolve("1"),
    findUndo: () => Promise.resolve(null),
  };
  const own = new GuardedStorage({ storage, database: { query } as unknown as DataSource, showId: "show" });
  const told: boolean[] = [];
  own.on("here", (here) => told.push(here));
  return { own, told, storage };
}

const after = <T>(ms: number, value: () => T | Promise<T>): Promise<T> =>
  new Promise((resolve, reject) => setTimeout(() => Promise.resolve().then(value).then(resolve, reject), ms));
const outcome = (edit: Promise<unknown>): Promise<string> =>
  edit.then(
    () => "written",
    (error: unknown) => (error instanceof StorageAway ? "refused" : "broken"),
  );

describe("a database that is slow", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("for a moment is told as away, and what comes meanwhile is written when it goes on", async () => {
    let takesMs = 3000;
    const { own, told } = guarded(() => after(takesMs, () => WRITTEN));
    await vi.advanceTimersByTimeAsync(2700);
    expect(told).toEqual([false]);
    const edit = outcome(own.commit(EDIT));
    let done = "";
    void edit.then((how) => (done = how));
    await vi.advanceTimersByTimeAsync(1200);
    expect(done).toBe("");
    takesMs = 1;
    await vi.advanceTimersByTimeAsync(200);
    expect([done, told, own.here]).toEqual(["written", [false, true], true]);
    expect(own.tookMs).toBeGreaterThan(0);
    own.stop();
  });

  it("and gives no answer in the end refuses who waited, and from then on everybody at once", async () => {
    let look = (): Promise<Written> => after(5000, () => Promise.reject(new Error("timeout")));
    const { own, told } = guarded(() => look());
    await vi.advanceTimersByTimeAsync(2700);
    const waited = outcome(own.commit(EDIT));
    await vi.advanceTimersByTimeAsync(3400);
    expect(await waited).toBe("refused");
    await vi.advanceTimersByTimeAsync(2000);
    // The next small write hangs, too: nobody waits for that one.
    let done = "";
    void outcome(own.findUndo("ines", "undo")).then((how) => (done = how));
    await vi.advanceTimersByTimeAsync(0);
    expect([done, own.here, own.tookMs]).toEqual(["refused", false, null]);
    look = () => after(1, () => WRITTEN);
    await vi.advanceTimersByTimeAsync(8000);
    expect([told, await outcome(own.commit(EDIT))]).toEqual([[false, true], "written"]);
    own.stop();
  });

  it("keeps nobody waiting any more once an edit has failed", async () => {
    const { own, told, storage } = guarded(() => after(5000, () => WRITTEN));
    storage.commit = () => after(4000, () => Promise.reject(new StorageAway("no answer")));
    const first = outcome(own.commit(EDIT));
    await vi.advanceTimersByTimeAsync(4000);
    expect([await first, told]).toEqual(["refused", [false]]);
    let done = "";
    void outcome(own.commit(EDIT)).then((how) => (done = how));
    await vi.advanceTimersByTimeAsync(0);
    expect(done).toBe("refused");
    own.stop();
  });
});

describe("a machine that stands still", () => {
  it("for two seconds while the database has long answered doesn't take it for away", async () => {
    let looks = 0;
    const { own, told } = guarded(() => {
      looks += 1;
      // An answer that comes from outside, behind timers that have run out meanwhile.
      const answer = readFile(new URL(import.meta.url)).then(() => WRITTEN);
      if (looks === 1) setImmediate(() => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 2000));
      return answer;
    });
    await vi.waitFor(() => expect(looks).toBeGreaterThan(1), { timeout: 20_000, interval: 20 });
    expect(told).toEqual([]);
    own.stop();
  });
});
