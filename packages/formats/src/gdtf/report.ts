/** What became of a file: sentences for people. */
export interface GdtfReport {
  readonly taken: readonly string[];
  /** What the file leaves open and what stands in for it. */
  readonly guessed: readonly string[];
  /** What can't be said of a lamp here. */
  readonly left: readonly string[];
}

/** Collects sentences, each once. */
export class ReportDraft {
  readonly #guessed = new Set<string>();
  readonly #left = new Set<string>();
  readonly taken: string[] = [];

  guess(sentence: string): void {
    this.#guessed.add(sentence);
  }

  leave(sentence: string): void {
    this.#left.add(sentence);
  }

  get guesses(): readonly string[] {
    return [...this.#guessed];
  }

  done(): GdtfReport {
    return { taken: this.taken, guessed: [...this.#guessed], left: [...this.#left] };
  }
}
