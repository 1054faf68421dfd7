/** Waits until something holds, for a minute at most: what must be soon is measured at the wire. */
export async function until(what: string, holds: () => boolean | Promise<boolean>): Promise<void> {
  const deadline = performance.now() + 60_000;
  while (!(await holds())) {
    if (performance.now() > deadline) throw new Error(`waited in vain until ${what}`);
    await pause(15);
  }
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
