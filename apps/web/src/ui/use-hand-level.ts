import { useState } from "react";
import { HandLevel } from "./hand-level";

/** A value, or a switch, that hands set and a server keeps: keys and presses count from where it is seen, however late answers come. */
export interface HeldLevel<T> {
  /** Where the hand has it; once all of that is answered, what is kept. */
  readonly value: T;
  set(next: T): void;
  /** Between these no answer moves it. */
  hold(): void;
  letGo(): void;
}

/** `send` returns the answer's promise, or nothing where an edit holds at once. */
export function useHandLevel<T extends number | boolean>(kept: T, send: (value: T) => unknown): HeldLevel<T> {
  const [shown, setShown] = useState<T | null>(null);
  const [hand] = useState(() => new HandLevel<T>(setShown));
  const tell = async (value: T): Promise<unknown> => send(value);
  return {
    value: shown ?? kept,
    set: (next) => {
      hand.move(next);
      hand.tell(tell);
    },
    hold: () => hand.hold(kept),
    letGo: () => hand.letGo(tell),
  };
}
