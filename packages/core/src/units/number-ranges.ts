/** Whole numbers as people write them: neighbours as from and to, such as `1..4, 9`. They may come in any order. */
export function numberRanges(numbers: readonly number[]): string {
  const ranges: [number, number][] = [];
  for (const number of [...new Set(numbers)].sort((a, b) => a - b)) {
    const last = ranges.at(-1);
    if (last && number === last[1] + 1) last[1] = number;
    else ranges.push([number, number]);
  }
  return ranges.map(([from, to]) => (from === to ? String(from) : `${from}..${to}`)).join(", ");
}
