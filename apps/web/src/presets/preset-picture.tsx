import { attributeInfo, fanColor, fanPoint, hexOfColor, xyzOf, type PointFan, type Preset } from "@vexa/core";
import { pictureAddress } from "../lanes/slot-picture";
import { useQuietShow } from "../session/show-context";
import { cn } from "../ui/class-names";

/** The colours of a preset as a background; null when it has none. */
function background(preset: Preset): string | null {
  if (preset.swatch) return preset.swatch;
  const colors = [preset.universal, ...Object.values(preset.perProfile)].flatMap((parts) => parts.Color?.colors ?? [])[0];
  if (!colors) return null;
  if (colors.knots.length === 1) return hexOfColor(xyzOf(colors.knots[0]!), "at-full");
  const stops = Array.from({ length: 9 }, (_, step) => hexOfColor(fanColor(colors, step / 8), "at-full"));
  return `linear-gradient(90deg, ${stops.join(", ")})`;
}

/** What a preset looks like in a few pixels: its colours, its level, or the picture of an aim. */
export function PresetPicture({ preset, className }: { preset: Preset; className?: string }): React.JSX.Element {
  const colors = background(preset);
  const level = preset.universal.Dimmer?.level?.knots;
  const points = preset.universal.Position?.points;
  const picture = useSlotPicture(preset);
  if (picture) return <img aria-hidden alt="" src={picture} className={cn("rounded-[3px] bg-black object-contain", className)} />;
  if (colors) return <span aria-hidden className={cn("block rounded-[3px]", className)} style={{ background: colors }} />;
  return (
    <svg viewBox="0 0 24 24" aria-hidden className={cn("rounded-[3px] bg-stage", className)}>
      {level ? (
        <path d={levelLine(level)} className="fill-none stroke-stage-thread" strokeWidth={2.5} />
      ) : points ? (
        <Aim points={points} />
      ) : (
        <path d={preset.family === "Position" ? HEADS_OWN : CROSS} className="fill-none stroke-stage-other" strokeWidth={1.6} />
      )}
    </svg>
  );
}

/** The picture of the one gobo that a preset lays, of the first lamp that has one for it; null when it lays none. */
function useSlotPicture({ universal, perProfile }: Preset): string | null {
  const show = useQuietShow();
  if (Object.keys(universal).some((name) => attributeInfo(name).family === "Colour")) return null;
  for (const [id, parts] of [["", universal] as const, ...Object.entries(perProfile)])
    for (const [attribute, { level }] of Object.entries(parts)) {
      if (level?.knots.length !== 1 || attributeInfo(attribute).unit !== "slot") continue;
      const profiles = id === "" ? show.all("profile") : [show.get("profile", id)];
      for (const profile of profiles) {
        const name = profile?.pictures?.[attribute]?.[Math.round(level.knots[0]!)];
        if (profile && name) return pictureAddress(profile.id, name);
      }
    }
  return null;
}

const HEADS_OWN = "M5 4L2 20M12 4V20M19 4L22 20";
const CROSS = "M5 12h14M12 5v14";

function levelLine(knots: readonly number[]): string {
  const x = (knot: number): number => (knots.length > 1 ? 2 + (20 * knot) / (knots.length - 1) : 2);
  const line = knots.map((level, knot) => `${knot === 0 ? "M" : "L"}${x(knot)} ${22 - 20 * Math.min(1, Math.max(0, level))}`).join("");
  return knots.length > 1 ? line : `${line}H22`;
}

/** Where an aim looks, on the floor of the hall seen from above. */
function Aim({ points }: { points: PointFan }): React.JSX.Element {
  const places = Array.from({ length: points.knots.length > 1 ? 13 : 1 }, (_, step) => fanPoint(points, step / 12));
  const dots = places.map(({ x, y }) => `M${(12 + x).toFixed(1)} ${(17 - y).toFixed(1)}h0`).join("");
  return (
    <>
      <path d="M2 17H22" className="stroke-stage-line" />
      <path d={dots} className="stroke-stage-thread" strokeLinecap="round" strokeWidth={2.4} />
    </>
  );
}

/** Which scopes a preset has, as small letters: h(eads), p(rofiles), u(niversal). */
export function scopeWords(preset: Preset): string {
  const heads = Object.keys(preset.perHead).length;
  const profiles = Object.keys(preset.perProfile).length;
  const words = [
    Object.keys(preset.universal).length > 0 ? "universal" : "",
    profiles > 0 ? `${profiles} ${profiles === 1 ? "profile" : "profiles"}` : "",
    heads > 0 ? `${heads} ${heads === 1 ? "head" : "heads"}` : "",
  ];
  return words.filter(Boolean).join(" · ");
}
