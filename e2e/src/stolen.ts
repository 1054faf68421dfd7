import { readFileSync } from "node:fs";

/** Where /proc/stat has the time that a machine which isn't there gave to others (proc(5), from memory), in hundredths of a second. */
const STEAL = 8;

/** Milliseconds that this machine's processors were kept from working by others on the same iron, since it began; 0 where nobody counts them. */
export function stolenMs(): number {
  try {
    const [all] = readFileSync("/proc/stat", "utf8").split("\n");
    return Number(all!.trim().split(/\s+/)[STEAL] ?? 0) * 10;
  } catch {
    return 0;
  }
}
