/** One line of what was tried. */
export interface Tell {
  readonly trial: string;
  readonly what: string;
  readonly measured: string;
  /** Empty where there is none. */
  readonly target: string;
  readonly met: boolean;
}

export const TOLD: Tell[] = [];

export function say(line: string): void {
  process.stdout.write(`${line}\n`);
}

export function tell(line: Tell): void {
  TOLD.push(line);
  const { trial, what, measured, target, met } = line;
  say(`${met ? " " : "!"} ${trial}: ${what}: ${measured}${target === "" ? "" : ` (${target})`}`);
}

/** A table for docs/reference. */
export function asMarkdown(lines: readonly Tell[]): string {
  const rows = lines.map(
    ({ trial, what, measured, target, met }) =>
      `| ${trial} | ${what} | ${measured} | ${target === "" ? "" : `${target}${met ? "" : ": **not met**"}`} |`,
  );
  return ["| what was done | measured | result | target |", "| --- | --- | --- | --- |", ...rows].join("\n");
}
