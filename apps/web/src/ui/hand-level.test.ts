import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { HandLevel, type SendLevel } from "./hand-level";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe.each([0, 50, 500])("a fader before a server that answers after %i ms", (delayMs) => {
  let server = 0;
  let shown: number | null = null;
  let sent: number[] = [];
  const open = (): { hand: HandLevel; send: SendLevel } => {
    [server, shown, sent] = [0, null, []];
    const send: SendLevel = (level) => {
      sent.push(level);
      return new Promise((resolve) =>
        setTimeout(() => {
          server = level;
          resolve(null);
        }, delayMs),
      );
    };
    return { hand: new HandLevel((level) => (shown = level)), send };
  };
  const seen = (hand: HandLevel): number => Math.round(hand.seen(server) * 100);

  it("adds up what keys ask for, however fast they come", async () => {
    const { hand, send } = open();
    for (let press = 0; press < 4; press++) {
      hand.move(hand.seen(server) + 0.1);
      hand.tell(send);
      await vi.advanceTimersByTimeAsync(10);
    }
    expect(seen(hand)).toBe(40);
    await vi.advanceTimersByTimeAsync(1000);
    expect([Math.round(server * 100), shown]).toEqual([40, null]);
  });

  it("lets a second drag begin where the first one ended, and sends the last position", async () => {
    const { hand, send } = open();
    for (let drag = 0; drag < 2; drag++) {
      const from = hand.seen(server);
      hand.hold(server);
      for (const part of [0.1, 0.2, 0.23]) {
        hand.move(from + part);
        if (part < 0.23) hand.tell(send);
        await vi.advanceTimersByTimeAsync(16);
      }
      hand.letGo(send);
    }
    expect(seen(hand)).toBe(46);
    await vi.advanceTimersByTimeAsync(2000);
    expect(Math.round(server * 100)).toBe(46);
    expect(shown).toBeNull();
  });

  it("is never moved by an answer while it is held", async () => {
    const { hand, send } = open();
    hand.hold(server);
    hand.move(0.3);
    hand.tell(send);
    await vi.advanceTimersByTimeAsync(1000);
    expect(seen(hand)).toBe(30);
    hand.move(0.6);
    await vi.advanceTimersByTimeAsync(1000);
    expect(seen(hand)).toBe(60);
    hand.letGo(send);
    await vi.advanceTimersByTimeAsync(1000);
    expect([Math.round(server * 100), sent]).toEqual([60, [0.3, 0.6]]);
  });
});

describe.each([0, 50, 500])("a switch before a server that answers after %i ms", (delayMs) => {
  it("counts each press from where it is seen, and goes back where it isn't done", async () => {
    let server = false;
    let refuses = false;
    const hand = new HandLevel<boolean>(() => undefined);
    const send: SendLevel<boolean> = (on) =>
      new Promise((resolve) =>
        setTimeout(() => {
          if (!refuses) server = on;
          resolve(null);
        }, delayMs),
      );
    const press = async (): Promise<boolean> => {
      hand.move(!hand.seen(server));
      hand.tell(send);
      const seen = hand.seen(server);
      await vi.advanceTimersByTimeAsync(10);
      return seen;
    };
    expect([await press(), await press(), await press()]).toEqual([true, false, true]);
    await vi.advanceTimersByTimeAsync(2000);
    expect([server, hand.seen(server)]).toEqual([true, true]);
    refuses = true;
    expect(await press()).toBe(false);
    await vi.advanceTimersByTimeAsync(2000);
    expect([server, hand.seen(server)]).toEqual([true, true]);
  });
});
