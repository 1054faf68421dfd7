/** Waits until something holds, for ten seconds at most. */
export async function until(what: string, holds: () => boolean | Promise<boolean>): Promise<void> {
  const deadline = performance.now() + 10000;
  while (!(await holds())) {
    if (performance.now() > deadline) throw new Error(`waited in vain until ${what}`);
    await pause(15);
  }
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
