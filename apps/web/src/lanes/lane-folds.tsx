import { ChevronDown, ChevronRight } from "lucide-react";
import { attributeInfo, formatFan, type Part } from "@vexa/core";
import type { LaneSection } from "../selection/interface-store";
import type { Lane } from "./lane-model";
import { motionWords } from "./motion-words";
import { useUnfolded } from "./use-unfolded";

const WORDS: Readonly<Record<LaneSection, string>> = { when: "when", moves: "how it moves" };
const PICTURE = { width: 46, height: 12 };

/** What a lane unfolds into: folded sections are thumbnails with a few words. */
export function LaneFolds({ lane }: { lane: Lane }): React.JSX.Element {
  return (
    <div className="flex h-[22px] pointer-coarse:h-11 shrink-0 items-center gap-1 border-t border-edge/40 pl-1.5">
      {(["when", "moves"] as const).map((section) => (
        <Fold key={section} lane={lane} section={section} />
      ))}
    </div>
  );
}

function Fold({ lane, section }: { lane: Lane; section: LaneSection }): React.JSX.Element {
  const [open, setOpen] = useUnfolded(lane, section);
  const { label } = attributeInfo(lane.attribute);
  const part = lane.own?.part ?? null;
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`${label}: ${WORDS[section]}`}
      className="flex h-5 pointer-coarse:h-11 min-w-0 items-center gap-1 rounded px-1 text-[11px] text-ink-2 hover:bg-raised hover:text-ink"
      onClick={() => setOpen(!open)}
    >
      <Arrow size={12} aria-hidden />
      {WORDS[section]}
      {!open && <Thumbnail part={part} section={section} />}
      {!open && <span className="truncate text-ink-3">{inShort(lane, part, section)}</span>}
    </button>
  );
}

function inShort({ attribute, values }: Lane, part: Part | null, section: LaneSection): string {
  if (section === "moves") {
    if (part?.motion) return motionWords(attribute, part.motion);
    return values.some((entry) => entry?.moves) ? "by another stroke" : "nothing moves";
  }
  const unit = part?.timesIn === "parts" ? 100 : 1;
  const sign = part?.timesIn === "parts" ? " %" : " s";
  const words = (["delay", "fade"] as const).flatMap((name) => {
    const own = part?.[name];
    return own ? [`${name} ${formatFan(own.knots.map((knot) => knot * unit))}${sign}`] : [];
  });
  return words.join(", ") || "the cue's times";
}

/** The edges of the bars, or the phase over the heads, on a postage stamp. */
function Thumbnail({ part, section }: { part: Part | null; section: LaneSection }): React.JSX.Element | null {
  const fans = section === "moves" ? [part?.motion?.phase] : [part?.delay, part?.fade];
  const said = fans.flatMap((own) => (own ? [own.knots] : []));
  if (said.length === 0) return null;
  const all = said.flat();
  const [low, high] = [Math.min(0, ...all), Math.max(...all, 1e-6)];
  const path = said
    .map((knots) => {
      const points = knots.length === 1 ? [knots[0]!, knots[0]!] : knots;
      return points
        .map((value, index) => {
          const x = 1 + (index / (points.length - 1)) * (PICTURE.width - 2);
          const y = PICTURE.height - 1 - ((value - low) / (high - low)) * (PICTURE.height - 2);
          return `${index === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`;
        })
        .join("");
    })
    .join("");
  return (
    <svg {...PICTURE} aria-hidden className="shrink-0">
      <path d={path} className="fill-none stroke-sketch" strokeWidth={1.3} />
    </svg>
  );
}
