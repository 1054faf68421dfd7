import { dialCue, roleOf, type Cue, type FaderRole, type Playback } from "@vexa/core";

/** What a fader does, on the card and where it is chosen. */
export const ROLE_WORDS: Readonly<Record<FaderRole, string>> = {
  intensities: "level of intensities",
  everything: "level of everything",
  dial: "dial through the cues",
  tempo: "tempo",
  "motion-size": "size of motions",
  crossfade: "crossfade by hand",
  nothing: "nothing",
};

/** What a fader says where it stands. */
export function standingWords(playback: Playback, level: number, cues: readonly Cue[]): string {
  switch (roleOf(playback)) {
    case "dial":
      return level === 0 && playback.bottom === "lets-go" ? "off" : `cue ${cues[dialCue(level, Math.max(1, cues.length))]?.number ?? 0}`;
    case "tempo":
      return `× ${(2 * level).toFixed(2)}`;
    case "nothing":
      return "";
    default:
      return `${Math.round(level * 100)} %`;
  }
}
