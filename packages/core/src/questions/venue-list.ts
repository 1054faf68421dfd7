import type { Preset } from "../preset/preset";
import { presetName } from "../preset/preset-name";
import type { HeadKey } from "../rig/fixture";
import { headsOf } from "../stroke/spread";
import type { Show } from "../show/show";

/** A preset of positions that cues use, to be looked at in a new venue. */
export interface VenuePreset {
  readonly preset: Preset;
  readonly name: string;
  /** Points on stage hold when lamps hang elsewhere; angles don't. */
  readonly aims: "points" | "angles" | "both";
  /** The points in words, or how many lamps have angles. */
  readonly words: string;
  readonly heads: readonly HeadKey[];
  readonly cues: number;
}

const POSITION = ["Position", "Pan", "Tilt"];

/** Presets of positions in use; those with angles, which need new ones, come first. */
export function venueList(show: Show): VenuePreset[] {
  const uses = new Map<string, { heads: Set<HeadKey>; cues: Set<string> }>();
  for (const cue of show.all("cue"))
    for (const { who, parts } of Object.values(cue.strokes))
      for (const [attribute, part] of Object.entries(parts)) {
        if (!POSITION.includes(attribute)) continue;
        for (const id of part.presets?.ids ?? []) {
          const use = uses.get(id) ?? { heads: new Set<HeadKey>(), cues: new Set<string>() };
          uses.set(id, use);
          use.cues.add(cue.id);
          for (const { key } of headsOf(who, show)) use.heads.add(key);
        }
      }
  const found = [...uses].flatMap(([id, { heads, cues }]): VenuePreset[] => {
    const preset = show.get("preset", id);
    if (!preset) return [];
    return [{ preset, name: presetName(preset), ...aimsOf(preset), heads: [...heads], cues: cues.size }];
  });
  return found.sort((a, b) => Number(a.aims === "points") - Number(b.aims === "points") || a.preset.rank - b.preset.rank);
}

function aimsOf({ universal, perProfile, perHead }: Preset): Pick<VenuePreset, "aims" | "words"> {
  const parts = [universal, ...Object.values(perProfile)];
  const points = parts.flatMap((each) => each["Position"]?.points?.knots ?? []);
  const turned = Object.values(perHead).filter((values) => "Pan" in values || "Tilt" in values).length;
  const angled = parts.some((each) => each["Pan"] !== undefined || each["Tilt"] !== undefined);
  const words = [
    points.length > 0 && points.map(({ x, y, z }) => `${x.toFixed(1)}, ${y.toFixed(1)}, ${z.toFixed(1)} m`).join(" to "),
    turned > 0 && `angles of ${turned} ${turned === 1 ? "head" : "heads"}`,
    angled && "angles for all",
  ].filter(Boolean);
  return { aims: points.length === 0 ? "angles" : turned > 0 || angled ? "both" : "points", words: words.join("; ") };
}
