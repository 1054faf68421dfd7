import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { LevelFeed, readLevelMessage, RUN_LENGTH } from "./levels";

const values = fc.array(fc.float({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 400 }).map((list) => Float32Array.from(list));

const feedOf = (levels: Float32Array): LevelFeed => {
  const feed = new LevelFeed(levels.length);
  feed.take(levels);
  return feed;
};

describe("level messages", () => {
  it("carry every value to within half a step of 16 bits", () => {
    fc.assert(
      fc.property(values, (sent) => {
        const received = new Float32Array(sent.length).fill(0.5);
        expect(readLevelMessage(feedOf(sent).since(0)!, received)).toBe(true);
        received.forEach((value, at) => expect(Math.abs(value - sent[at]!)).toBeLessThanOrEqual(0.5 / 65535 + 1e-6));
      }),
      { seed: 7 },
    );
  });

  it("carry only the runs that changed since the receiver's last one, however many receivers stand where", () => {
    const levels = Float32Array.from({ length: 1000 }, (_, at) => at / 2000);
    const feed = feedOf(levels);
    const first = feed.turn;
    expect(feed.since(first)).toBeNull();
    levels[5] = 1;
    feed.take(levels);
    const second = feed.turn;
    levels[900] = 0.5;
    feed.take(levels);
    const [late, prompt] = [feed.since(first)!, feed.since(second)!];
    expect([late.byteLength, prompt.byteLength]).toEqual([2, 1].map((runs) => 2 * (2 + runs * (1 + RUN_LENGTH))));
    expect(feed.since(second)).toBe(prompt);
    feed.take(levels);
    expect(feed.since(feed.turn)).toBeNull();
    const received = new Float32Array(1000).fill(0.25);
    readLevelMessage(late, received);
    expect([received[5], received[900], received[200]]).toEqual([1, expect.closeTo(0.5, 4), 0.25]);
  });

  it("say a level of many once for each run", () => {
    const levels = Float32Array.from({ length: 1000 }, (_, at) => at / 2000);
    const feed = feedOf(levels);
    const { turn } = feed;
    levels.fill(0.75, 60, 1000);
    feed.take(levels);
    const message = feed.since(turn)!;
    // 16 runs, the last of 40: the first is mixed.
    expect(message.byteLength).toBe(2 * (2 + (1 + RUN_LENGTH) + 15 * 2));
    // Of three levels within a run: their lengths and values.
    levels.fill(0.5, 70, 81);
    feed.take(levels);
    const stepped = feed.since(feed.turn - 1)!;
    expect(stepped.byteLength).toBe(2 * (2 + 2 + 3 * 2));
    const received = levels.slice().fill(0);
    expect(readLevelMessage(message, received)).toBe(true);
    expect(readLevelMessage(stepped, received)).toBe(true);
    received.forEach((value, at) => expect(value).toBeCloseTo(levels[at]!, 4));
  });

  it("carry stretches of any lengths, and take what is shorter", () => {
    const stretches = fc.array(fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 0, max: 3 })), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(stretches, (each) => {
        const sent = Float32Array.from(each.flatMap(([length, level]) => Array<number>(length).fill(level / 3)));
        const received = new Float32Array(sent.length).fill(0.5);
        const message = feedOf(sent).since(0)!;
        expect(readLevelMessage(message, received)).toBe(true);
        received.forEach((value, at) => expect(value).toBeCloseTo(sent[at]!, 4));
        expect(message.byteLength).toBeLessThanOrEqual(2 * (2 + Math.ceil(sent.length / RUN_LENGTH) * (1 + RUN_LENGTH)));
      }),
      { seed: 8 },
    );
  });

  it("bring receivers that take messages now and then to the same levels as those that take each", () => {
    const random = seededRandom(11);
    const levels = new Float32Array(500);
    const feed = new LevelFeed(500);
    const receivers = [1, 0.5, 0.1].map((likely) => ({ likely, turn: 0, levels: new Float32Array(500).fill(0.25) }));
    for (let step = 0; step < 200; step++) {
      for (let change = 0; change < 4; change++) levels[Math.floor(random() * 500)] = random();
      feed.take(levels);
      for (const receiver of receivers) {
        if (step < 199 && random() > receiver.likely) continue;
        const message = feed.since(receiver.turn);
        if (message) expect(readLevelMessage(message, receiver.levels)).toBe(true);
        receiver.turn = feed.turn;
      }
    }
    for (const receiver of receivers) receiver.levels.forEach((value, at) => expect(Math.abs(value - levels[at]!)).toBeLessThan(1e-5));
  });

  it("are refused whole when damaged or made for another rig", () => {
    const received = new Float32Array(100).fill(0.25);
    const message = feedOf(new Float32Array(100).fill(1)).since(0)!;
    for (let length = 0; length < message.byteLength; length++) expect(readLevelMessage(message.slice(0, length), received)).toBe(false);
    const longer = new Uint8Array(message.byteLength + 2);
    longer.set(new Uint8Array(message));
    expect(readLevelMessage(longer.buffer, received)).toBe(false);
    expect(readLevelMessage(new ArrayBuffer(1), received)).toBe(false);
    // Two stretches that would go far beyond their run, and so many that they can't be there.
    const words = (...all: number[]): ArrayBuffer => Uint16Array.from(all).buffer;
    expect(readLevelMessage(words(100, 1, 0x4000, 60000, 1, 1), received)).toBe(false);
    const beyond = new Float32Array(100).fill(0.25);
    expect(readLevelMessage(words(100, 1, 0x4000, 2, 10, 65535, 65535, 0), beyond)).toBe(true);
    expect([...beyond]).toEqual([...Array<number>(10).fill(1), ...Array<number>(54).fill(0), ...Array<number>(36).fill(0.25)]);
    expect(readLevelMessage(message, new Float32Array(99))).toBe(false);
    expect([...received]).toEqual(Array(100).fill(0.25));
  });

  it("go on through a feed that reads them: to each what changed since where they stand (300 messages)", () => {
    const random = seededRandom(3);
    const levels = new Float32Array(1000);
    const [from, through] = [new LevelFeed(1000), new LevelFeed(1000)];
    const hands = Array.from({ length: 3 }, () => ({ turn: 0, own: new Float32Array(1000) }));
    let told = 0;
    for (let round = 0; round < 300; round++) {
      const [at, length] = [Math.floor(random() * 1000), Math.floor(random() * 150)];
      const level = random();
      if (random() < 0.8) for (let to = at; to < Math.min(1000, at + length); to++) levels[to] = random() < 0.5 ? level : random();
      from.take(levels);
      const message = from.since(told);
      told = from.turn;
      if (message) expect(through.read(message)).toBe(true);
      const hand = hands[Math.floor(random() * 3)]!;
      const next = through.since(hand.turn);
      if (next) expect(readLevelMessage(next, hand.own)).toBe(true);
      hand.turn = through.turn;
      const furthest = hand.own.reduce((most, value, to) => Math.max(most, Math.abs(value - levels[to]!)), 0);
      expect(furthest, `round ${round}`).toBeLessThan(1 / 65535);
      expect(through.since(through.turn)).toBeNull();
    }
    const before = through.turn;
    levels[700] = 1 - levels[700]!;
    from.take(levels);
    expect(through.read(from.since(told)!)).toBe(true);
    // One run of 64 and the two words in front.
    expect(through.since(before)!.byteLength).toBe(from.since(told)!.byteLength);
  });

  it("take nothing from a message that is damaged or of another rig", () => {
    const feed = feedOf(new Float32Array(100).fill(0.5));
    const through = new LevelFeed(100);
    const whole = feed.since(0)!;
    expect(through.read(whole.slice(0, whole.byteLength - 2))).toBe(false);
    expect(through.read(feedOf(new Float32Array(101)).since(0)!)).toBe(false);
    expect([through.read(new ArrayBuffer(0)), through.turn]).toEqual([false, 1]);
    const values = new Float32Array(100).fill(0.25);
    readLevelMessage(through.since(0)!, values);
    expect([...values].every((value) => value === 0)).toBe(true);
  });
});
