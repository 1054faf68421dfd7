import { randomInt } from "node:crypto";

/** Without those that look alike on a phone. */
const LETTERS = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ";
const LETTERS_OF_A_CODE = 8;
export const CODE_SECONDS = 120;

interface Given {
  readonly personId: string;
  readonly untilMs: number;
  /** What their password was then: a new one makes the code worthless. */
  readonly passwordHash: string;
}

/** Codes by which somebody's phone comes in as them: each holds for two minutes and once, and a person's newest alone. */
export class JoinCodes {
  readonly #given = new Map<string, Given>();
  readonly #nowMs: () => number;

  constructor(nowMs: () => number = () => performance.now()) {
    this.#nowMs = nowMs;
  }

  make(personId: string, passwordHash: string): string {
    for (const [code, given] of this.#given) if (given.personId === personId || given.untilMs <= this.#nowMs()) this.#given.delete(code);
    const code = Array.from({ length: LETTERS_OF_A_CODE }, () => LETTERS[randomInt(LETTERS.length)]).join("");
    this.#given.set(code, { personId, untilMs: this.#nowMs() + CODE_SECONDS * 1000, passwordHash });
    return code;
  }

  /** Whose it is, once; null for one that isn't known, or isn't any more. Blanks, dashes and small letters don't matter. */
  take(text: string): Pick<Given, "personId" | "passwordHash"> | null {
    const code = text.toUpperCase().replaceAll(/[^0-9A-Z]/g, "");
    const given = this.#given.get(code);
    this.#given.delete(code);
    return given && given.untilMs > this.#nowMs() ? given : null;
  }
}
