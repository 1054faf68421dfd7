import type { CueTime, CueTimes } from "../cue/cue-times";
import type { Playback, PlaybackState } from "../playback/playback";
import { attributeInfo } from "../rig/attributes";
import type { Rig } from "../rig/rig";
import type { Row } from "../stroke/row";

/** Fade and delay of a row, straight from 2-model.md section 7: written a second time, to check the engine's own. */
export function plainTimes(cue: CueTimes, row: Row, { rig, from }: { rig: Rig; from: number }): { fade: number; delay: number } {
  const { family } = attributeInfo(rig.parameters[row.parameter]!.channel.attribute);
  const its = cue.families?.[family];
  const stretch = (time: CueTime): number => {
    if ("part" in time) return time.part * cue.inSeconds;
    return time.seconds;
  };

  let fade = cue.inSeconds;
  if (its?.in !== undefined) fade = stretch(its.in);
  const goesDown = family === "Intensity" && row.motions.length === 0 && row.value !== null && from - row.value > 1e-9;
  if (goesDown) {
    if (its?.out !== undefined) fade = stretch(its.out);
    else if (cue.outSeconds !== undefined) fade = cue.outSeconds;
  }
  if (row.fade !== null) fade = row.fade;
  if (row.fadePart !== undefined) fade = cue.inSeconds * row.fadePart;

  let delay = 0;
  if (cue.delaySeconds !== undefined) delay = cue.delaySeconds;
  if (its?.delay !== undefined) delay = stretch(its.delay);
  if (row.delay !== null) delay = row.delay;
  if (row.delayPart !== undefined) delay = cue.inSeconds * row.delayPart;
  return { fade, delay };
}

/** What a card scales its intensities by at t, 2-model.md section 8: its fader's level, and a press of Flash over it. */
export function plainCardLevel({ fader, flash: times }: Playback, { level, flash: press }: PlaybackState, t: number): number {
  const own = fader === undefined || fader === "everything" ? level : 1;
  if (press === undefined) return own;
  const top = times === undefined ? 1 : times.level;
  if (press.alone === true) return top;
  const [up, down] = times === undefined ? [0, 0] : [times.inSeconds, times.outSeconds];
  // The end of the press, or now.
  const until = press.offSeconds === undefined ? t : press.offSeconds;
  let reached = top;
  if (until - press.onSeconds < up) reached = own + ((top - own) * Math.max(0, until - press.onSeconds)) / up;
  if (press.offSeconds === undefined) return reached;
  if (t - press.offSeconds >= down) return own;
  return reached + ((own - reached) * Math.max(0, t - press.offSeconds)) / down;
}
