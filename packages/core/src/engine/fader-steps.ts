import { merge, type Change } from "../document/transaction";
import type { EngineCommand } from "./engine";

/** Fields of states that a fader moves: only their last value before a frame shows. Zero is more than a value: it may start or let go. */
const MOVED = new Set(["level", "grandMaster"]);

function isStep(change: Change): boolean {
  if (change.op !== "set" || change.path.length !== 1) return false;
  const [field] = change.path;
  return field === "personId" || (MOVED.has(field!) && change.from !== 0 && change.to !== 0);
}

/**
 * Commands that wait for the same frame as fewer ones that come to the same: steps of faders in a row become one. All else stays as it is
 * and in its order.
 */
export class StepBatch {
  #waiting: { at: number; changes: Change[] } | null = null;

  /** What is to be commanded now; the rest waits for `take`. */
  *add(command: EngineCommand): Generator<EngineCommand> {
    if (command.changes.length === 0) return;
    if (!command.changes.every(isStep)) {
      yield* this.take();
      yield command;
      return;
    }
    const before = this.#waiting?.changes ?? [];
    this.#waiting = { at: command.at, changes: merge(before, command.changes) };
  }

  /** What has waited. */
  *take(): Generator<EngineCommand> {
    const waiting = this.#waiting;
    this.#waiting = null;
    if (waiting && waiting.changes.length > 0) yield waiting;
  }
}
