import { EventEmitter } from "node:events";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Leadership, Standing } from "./leadership";
import { Post } from "./post";
import type { Supervisor } from "./supervisor";

let standing: Standing;
let said: string[];
let started: string[];
let posts: Post[];

/** A post whose database stands as `standing` says; what it starts and tells is written down. */
function open(mustGoOn: boolean): Post {
  const leadership = Object.assign(new EventEmitter(), {
    pid: null as number | null,
    take: () => {
      if (standing === "ours") leadership.pid = 4711;
      return Promise.resolve(standing);
    },
    leader: () => Promise.resolve(null),
    close: () => Promise.resolve(),
  });
  const supervisor = Object.assign(new EventEmitter(), {
    start: (part: string) => void started.push(part),
    has: (part: string) => started.includes(part),
    tell: () => undefined,
    stop: () => Promise.resolve(),
    standDown: () => Promise.resolve(void (started = [])),
  });
  const post = new Post({
    supervisor: supervisor as unknown as Supervisor,
    leadership: leadership as unknown as Leadership,
    standby: false,
    mustGoOn: () => mustGoOn,
    say: (sentence) => void said.push(sentence),
  });
  posts.push(post);
  return post;
}

beforeEach(() => {
  vi.useFakeTimers();
  [said, started, posts] = [[], [], []];
});
afterEach(async () => {
  await Promise.all(posts.map((post) => post.stop()));
  vi.useRealTimers();
});

describe("the post of a Vexa", () => {
  it("leads at once where the lock is to be had", async () => {
    standing = "ours";
    await open(false).begin();
    expect(started).toEqual(["stage", "web"]);
  });

  it("gives a database that doesn't answer at once time, and begins the web server with the lock, not without", async () => {
    standing = "unknown";
    await open(false).begin();
    await vi.advanceTimersByTimeAsync(3000);
    expect(started).toEqual(["stage"]);
    standing = "ours";
    await vi.advanceTimersByTimeAsync(200);
    expect(started).toEqual(["stage", "web"]);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(started).toEqual(["stage", "web"]);
    expect(said).toEqual([]);
  });

  it("lets the web server say why where the database stays away; a show that must go on does so without it", async () => {
    standing = "unknown";
    await open(false).begin();
    await vi.advanceTimersByTimeAsync(5200);
    expect(started).toEqual(["stage", "web"]);
    started = [];
    await open(true).begin();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(started).toEqual(["stage"]);
  });

  it("stands by where another has the lock", async () => {
    standing = "another's";
    const post = open(false);
    const begun = post.begin();
    await vi.advanceTimersByTimeAsync(1000);
    await begun;
    expect(post.role).toBe("follow");
    expect(started).toEqual(["stage"]);
    expect(said).toHaveLength(1);
  });
});
