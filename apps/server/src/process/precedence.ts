import { constants, setPriority } from "node:os";

/**
 * A process that goes before others on the same machine: the supervisor, and the stage from its first moment on (its threads inherit it).
 * Only where the system allows it, as for root; without it frames are late when others keep all cores busy.
 */
export function precede(pid: number, first: boolean): void {
  try {
    setPriority(pid, first ? constants.priority.PRIORITY_HIGH : constants.priority.PRIORITY_NORMAL);
  } catch {
    // Not allowed, or ended already.
  }
}
