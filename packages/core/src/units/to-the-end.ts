/** What work in steps comes to, done at once. */
export function toTheEnd<T>(work: Generator<void, T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}
