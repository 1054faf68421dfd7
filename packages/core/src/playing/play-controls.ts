import { hasTravel, takesOver, type Control, type FaderHistory } from "../playback/control";
import { PACE_ID } from "../playback/pace";
import { paceAt, paceOf } from "../playback/pace-track";
import { runningIdOf } from "../playback/running-macro";
import type { PlayCommand } from "./commands";
import type { Show } from "../show/show";

/** Where what a wing's fader moves stands, 0..1; of a button: 1 while its card or macro runs, or own times hold. Null when it is gone. */
export function controlStanding(show: Show, { does, targetId }: Pick<Control, "does" | "targetId">): number | null {
  if (does === "grand-master") return show.stageState?.grandMaster ?? 1;
  if (does === "pace") return paceAt(paceSeconds(show) ?? 0);
  if (does === "own-times") return Number(paceSeconds(show) === null);
  if (does === "group-level") {
    const master = show.get("groupMaster", targetId);
    return master && show.groupMasterLevel(master);
  }
  if (does === "macro") return show.get("macro", targetId) && Number(isRunning(show, targetId!));
  const playback = show.get("playback", targetId);
  if (!playback) return null;
  const state = show.playbackState(playback.id);
  if (does === "fader") return state?.level ?? 0;
  return (state?.cueId ?? null) === null ? 0 : 1;
}

const paceSeconds = (show: Show): number | null => show.get("pace", PACE_ID)?.seconds ?? null;

/** Whether a macro runs, and hasn't stopped by itself. */
export function isRunning(show: Show, macroId: string): boolean {
  const run = show.get("runningMacro", runningIdOf(macroId));
  return run !== null && run.stopped === undefined;
}

function faderCommand({ does, targetId = "" }: Control, level: number): PlayCommand {
  if (does === "grand-master") return { type: "grand-master", level };
  if (does === "pace") return { type: "pace", seconds: paceOf(level) };
  return does === "group-level" ? { type: "group-level", groupMasterId: targetId, level } : { type: "level", playbackId: targetId, level };
}

function buttonCommand(show: Show, { does, targetId = "" }: Control, pressed: boolean): PlayCommand | null {
  if (does === "flash") return { type: "flash", playbackId: targetId, press: pressed ? "down" : "up" };
  if (!pressed) return null;
  switch (does) {
    case "own-times":
      return { type: "pace", seconds: null };
    case "macro":
      return { type: isRunning(show, targetId) ? "macro-stop" : "macro", macroId: targetId };
    case "tap": {
      const masterId = show.get("playback", targetId)?.masterId;
      return masterId === undefined ? null : { type: "tap", masterId };
    }
    case "pause":
      return { type: show.playbackState(targetId)?.pausedSeconds === undefined ? "pause" : "continue", playbackId: targetId };
    case "go":
    case "back":
    case "toggle":
    case "let-go":
    case "go-to":
      return { type: does, playbackId: targetId };
    default:
      return null;
  }
}

/** Hears the faders and buttons of wings and says what they ask for; remembers where each fader stands. */
export class ControlEar {
  readonly #history = new Map<string, FaderHistory>();

  /**
   * What a control at a position 0..1 (a button: above 0 = pressed) asks for; null when it asks for nothing. `from`: where it comes from, of what
   * hasn't been heard before.
   */
  hear(
    show: Show,
    source: Control["source"],
    { name, position, from }: { name: string; position: number; from?: number },
  ): PlayCommand | null {
    const control = show.all("control").find((entry) => entry.source === source && entry.name === name);
    const level = control ? controlStanding(show, control) : null;
    if (!control || level === null) return null;
    if (!hasTravel(control.does)) return buttonCommand(show, control, position > 0);
    const history = this.#history.get(control.id) ?? { position: from ?? null, set: null };
    // Where everybody's own times hold there is no pace to be met.
    const free = control.does === "pace" && paceSeconds(show) === null;
    const moves = free || takesOver(control.takes, history, { position, level });
    this.#history.set(control.id, { position, set: moves ? position : history.set });
    return moves ? faderCommand(control, position) : null;
  }
}
