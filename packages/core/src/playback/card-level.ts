import { clamp, type Seconds } from "../units/units";
import { flashTimes, roleOf, type FaderRole, type Playback, type PlaybackState } from "./playback";

/** Roles whose fader brings content in from zero. */
export function bringsIn(role: FaderRole): boolean {
  return role === "intensities" || role === "everything" || role === "motion-size";
}

/** What scales a playback's intensities at t, 0..1: its fader where that is its role, and what a press of Flash makes of it. */
export function cardLevel(playback: Playback, state: PlaybackState, t: Seconds): number {
  const rest = scalesContent(roleOf(playback)) ? state.level : 1;
  return state.flash ? flashedLevel(playback, state.flash, rest, t) : rest;
}

/** Apart from where nobody flashes: that is asked every frame. */
function flashedLevel(playback: Playback, flash: NonNullable<PlaybackState["flash"]>, rest: number, t: Seconds): number {
  const { level, inSeconds, outSeconds } = flashTimes(playback);
  // A press that started it comes in as its content does, in the time of the press.
  if (flash.alone) return level;
  const upAt = (at: Seconds): number => rest + (level - rest) * part(at - flash.onSeconds, inSeconds);
  if (flash.offSeconds === undefined) return upAt(t);
  const top = upAt(flash.offSeconds);
  return top + (rest - top) * part(t - flash.offSeconds, outSeconds);
}

function scalesContent(role: FaderRole): boolean {
  return role === "intensities" || role === "everything";
}

/** Until when a press of Flash moves the level by itself; null when none does. */
export function flashMovesUntil(playback: Playback, { flash }: PlaybackState): Seconds | null {
  if (!flash || flash.alone) return null;
  const { inSeconds, outSeconds } = flashTimes(playback);
  return flash.offSeconds === undefined ? flash.onSeconds + inSeconds : flash.offSeconds + outSeconds;
}

/** Which cue of `count` a dial points at: the travel is divided equally. */
export function dialCue(level: number, count: number): number {
  return Math.min(count - 1, Math.floor(clamp(level, 0, 1) * count));
}

function part(elapsed: Seconds, seconds: Seconds): number {
  return seconds > 0 && elapsed < seconds ? Math.max(0, elapsed / seconds) : 1;
}
