/** As many until all loops of a frame and of a command are compiled for good: an engine runs for hours. */
export const WARM_UP = 8000;

/** The middle of some numbers. */
export function median(values: readonly number[]): number {
  return quantile(values, 0.5);
}

/** The value below which a part (0..1) of the numbers lies. */
export function quantile(values: readonly number[], part: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))]!;
}

/**
 * Runs the works in turn, so that whatever else the machine does hits all of them alike, and gives each one's median in
 * milliseconds.
 */
export function interleaved(works: readonly ((round: number) => void)[], rounds: number): number[] {
  const times = works.map((): number[] => []);
  for (let round = 0; round < rounds; round++)
    works.forEach((work, index) => {
      const before = performance.now();
      work(round);
      times[index]!.push(performance.now() - before);
    });
  return times.map(median);
}
