import { memo, useMemo, useRef } from "react";
import { attributeInfo, counted, parkedAmong, type Attribute, type Head } from "@vexa/core";
import { useSize } from "../frames/use-size";
import { useQuietShow } from "../session/show-context";
import { MARGIN } from "./plot-marks";

interface OfLane {
  readonly attribute: Attribute;
  readonly heads: readonly Head[];
}

/** For each head of a lane whether it is parked there; nobody = none is. */
function useParked({ attribute, heads }: OfLane): readonly boolean[] {
  const show = useQuietShow();
  return useMemo(() => {
    // Nearly always nothing is.
    if (show.all("park").length === 0) return [];
    const keys = heads.map(({ key }) => key);
    return parkedAmong(show, attribute, keys);
  }, [show, attribute, heads]);
}

/** Says how many heads stay as they are parked, whatever this lane says. A drag of the values leaves it as it is. */
export const ParkedNote = memo(function ParkedNote(of: OfLane): React.JSX.Element | null {
  const parked = useParked(of);
  const names = of.heads.filter((_, index) => parked[index]);
  if (names.length === 0) return null;
  return (
    <p className="text-xs text-parked" title={`Parked: ${names.map(({ label }) => label).join(", ")}`}>
      ■ {counted(names.length, "head")} parked
    </p>
  );
});

/** A square for each parked head at the foot of the plot, along the heads. */
export const ParkedMarks = memo(function ParkedMarks(of: OfLane): React.JSX.Element | null {
  const parked = useParked(of);
  return parked.includes(true) ? <Squares parked={parked} label={attributeInfo(of.attribute).label} /> : null;
});

function Squares({ parked, label }: { parked: readonly boolean[]; label: string }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const count = parked.length;
  const size = count > 150 ? 2 : 5;
  const x = (index: number): number => MARGIN.x + (count > 1 ? index / (count - 1) : 0.5) * (width - 2 * MARGIN.x) - size / 2;
  const squares = parked.map((is, index) => (is ? `M${x(index).toFixed(1)} 0h${size}v${size}h-${size}z` : "")).join("");
  return (
    <div ref={frame} className="pointer-events-none absolute inset-x-0 bottom-0">
      {width > 0 && (
        <svg
          role="img"
          aria-label={`Parked in ${label}`}
          width={width}
          height={size}
          className="block fill-parked"
          data-parked={parked.filter(Boolean).length}
        >
          <path d={squares} />
        </svg>
      )}
    </div>
  );
}
