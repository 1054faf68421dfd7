/** A number with its word, as one says it: "1 head", "3 heads"; `plural` where it isn't made by an s. */
export function counted(count: number, word: string, plural = `${word}s`): string {
  return `${count} ${count === 1 ? word : plural}`;
}
