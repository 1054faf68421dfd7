/** Waits until something holds, for a minute at most: what must be soon is measured at the wire. */
export async function until(what: string, holds: () => boolean | Promise<boolean>): Promise<void> {
  const deadline = performance.now() + 60_000;
  for (;;) {
    const asked = performance.now();
    if (await holds()) return;
    const now = performance.now();
    if (now > deadline) throw new Error(`waited in vain until ${what}`);
    // Whoever is asked has three quarters of the time for the work that is waited for.
    await pause(Math.min(100, Math.max(15, 3 * (now - asked))));
  }
}

/** What something is once it has stood still for a while. */
export async function settled<T extends number | string>(of: () => T): Promise<T> {
  let [before, since] = [of(), performance.now()];
  await until("it stands still", () => {
    if (of() !== before) [before, since] = [of(), performance.now()];
    return performance.now() - since > 300;
  });
  return before;
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
