import { useState } from "react";
import { HandLevel } from "./hand-level";

/** A value that hands set and a server keeps: keys and presses count from where it is seen, however late answers come. */
export interface HeldLevel {
  /** Where the hand has it; once all of that is answered, what is kept. */
  readonly value: number;
  set(next: number): void;
  /** Between these no answer moves it. */
  hold(): void;
  letGo(): void;
}

/** `send` returns the answer's promise, or nothing where an edit holds at once. */
export function useHandLevel(kept: number, send: (value: number) => unknown): HeldLevel {
  const [shown, setShown] = useState<number | null>(null);
  const [hand] = useState(() => new HandLevel<number>(setShown));
  const tell = async (value: number): Promise<unknown> => send(value);
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
