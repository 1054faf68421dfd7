import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { ServerClock } from "./server-clock";

/** A question whose way there and back takes these seconds, to a server that is 5 s ahead. */
const answer = (asked: number, [there, back]: readonly [number, number], ahead = 5): Parameters<ServerClock["take"]>[0] => ({
  asked,
  answered: asked + there + back,
  server: asked + there + ahead,
});

describe("the server's clock as known from answers", () => {
  it("is one's own before the first answer, and then in the middle of the way there and back", () => {
    const clock = new ServerClock();
    expect(clock.at(3)).toBe(3);
    clock.take(answer(10, [0.02, 0.02]));
    expect(clock.at(20)).toBeCloseTo(25, 9);
  });

  it("keeps to the quickest answer: a crowded network moves nothing", () => {
    const clock = new ServerClock();
    clock.take(answer(10, [0.002, 0.002]));
    for (let ask = 11; ask < 40; ask++) clock.take(answer(ask, [0.15, 0.01]));
    expect(clock.at(41)).toBeCloseTo(46, 9);
  });

  it("comes to a quicker answer without a leap: moments a second apart stay so within a thousandth", () => {
    const clock = new ServerClock();
    clock.take(answer(10, [0.08, 0.02]));
    expect(clock.at(10.1) - 15.1).toBeCloseTo(0.03, 9);
    clock.take(answer(11, [0.001, 0.001]));
    for (let own = 11.5; own < 60; own++) expect(Math.abs(clock.at(own + 1) - clock.at(own) - 1)).toBeLessThan(1.001e-3);
    expect(clock.at(60)).toBeCloseTo(65, 6);
  });

  it("never runs backwards, whatever answers come", () => {
    const dice = seededRandom(7);
    const clock = new ServerClock();
    let last = -Infinity;
    for (let own = 1; own < 200; own += 0.1 + dice()) {
      const [there, back] = [0.05 * dice(), 0.05 * dice()];
      clock.take(answer(own, [there, back]));
      const now = clock.at(own + there + back);
      expect(now).toBeGreaterThan(last);
      expect(Math.abs(now - (own + there + back) - 5)).toBeLessThan(0.05);
      last = now;
    }
  });

  it("follows clocks that run apart, and a server that began anew", () => {
    const clock = new ServerClock();
    for (let own = 0; own < 3600; own += 15) clock.take(answer(own, [0.01, 0.01], 5 + own * 5e-5));
    expect(Math.abs(clock.at(3600) - 3600 - 5 - 0.18)).toBeLessThan(0.01);
    clock.doubt();
    expect(Math.abs(clock.at(3601) - 3601 - 5.18)).toBeLessThan(0.01);
    clock.take(answer(3602, [0.3, 0.3], -3000));
    expect(clock.at(3603)).toBeCloseTo(603, 6);
  });

  it("takes no answer that came before it was asked for", () => {
    const clock = new ServerClock();
    clock.take({ asked: 10, answered: 9, server: 100 });
    clock.take({ asked: Number.NaN, answered: 9, server: 100 });
    expect(clock.at(3)).toBe(3);
  });

  it("keeps touches of a row as far apart as the hand did them, though what is known of the clock leaps by 0.2 s in between", () => {
    const clock = new ServerClock();
    clock.take(answer(10, [0.01, 0.4]));
    const first = clock.touch(11);
    clock.take(answer(11.2, [0.01, 0.01]));
    expect(clock.at(11.3)).toBeCloseTo(16.3, 6);
    expect(Math.abs(clock.touch(11.5) - first - 0.5)).toBeLessThan(0.6e-3);
    // A touch that the page comes to late, and that was before the last one.
    expect(Math.abs(clock.touch(11.4) - first - 0.4)).toBeLessThan(0.6e-3);
    expect(Math.abs(clock.touch(12.5) - first - 1.5)).toBeLessThan(2e-3);
    // The next row goes by what is known by then.
    expect(clock.touch(14.6)).toBeCloseTo(19.6, 6);
  });

  it("has touches right in the end, however long a row goes on", () => {
    const clock = new ServerClock();
    clock.take(answer(10, [0.01, 0.2]));
    clock.touch(10.3);
    clock.take(answer(10.5, [0.01, 0.01]));
    for (let own = 11; own < 200; own += 0.5) clock.touch(own);
    expect(clock.touch(200)).toBeCloseTo(205, 3);
  });

  it("begins a new row of touches with a server that began anew, and goes by one's own clock before the first answer", () => {
    const clock = new ServerClock();
    expect(clock.touch(3)).toBe(3);
    clock.take(answer(4, [0.01, 0.01]));
    expect(clock.touch(4.5)).toBeCloseTo(9.5, 9);
    clock.doubt();
    clock.take(answer(5, [0.01, 0.01], -3000));
    expect(clock.touch(5.5)).toBeCloseTo(-2994.5, 6);
  });
});
