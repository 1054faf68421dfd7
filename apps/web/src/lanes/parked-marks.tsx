import { attributeInfo, counted, parkedAmong, type Attribute, type Head } from "@vexa/core";
import { useQuietShow } from "../session/show-context";
import { MARGIN } from "./plot-marks";

/** For each head of a lane whether it is parked there. */
function useParked(attribute: Attribute, heads: readonly Head[]): readonly boolean[] {
  const show = useQuietShow();
  // Nearly always nothing is.
  if (show.all("park").length === 0) return [];
  return parkedAmong(
    show,
    attribute,
    heads.map(({ key }) => key),
  );
}

/** Says how many heads stay as they are parked, whatever this lane says. */
export function ParkedNote({ attribute, heads }: { attribute: Attribute; heads: readonly Head[] }): React.JSX.Element | null {
  const parked = useParked(attribute, heads);
  const names = heads.filter((_, index) => parked[index]);
  if (names.length === 0) return null;
  return (
    <p className="text-xs text-parked" title={`Parked: ${names.map(({ label }) => label).join(", ")}`}>
      ■ {counted(names.length, "head")} parked
    </p>
  );
}

/** A square for each parked head at the foot of the plot, along the heads. */
export function ParkedMarks({ attribute, heads }: { attribute: Attribute; heads: readonly Head[] }): React.JSX.Element | null {
  const parked = useParked(attribute, heads);
  if (!parked.includes(true)) return null;
  const size = heads.length > 150 ? 2 : 5;
  return (
    <div
      role="img"
      aria-label={`Parked in ${attributeInfo(attribute).label}`}
      className="pointer-events-none absolute inset-y-0"
      style={{ left: MARGIN.x, right: MARGIN.x }}
    >
      {parked.map((is, index) =>
        is ? (
          <span
            key={index}
            className="absolute bottom-0 -translate-x-1/2 bg-parked"
            style={{ left: `${(100 * (heads.length > 1 ? index / (heads.length - 1) : 0.5)).toFixed(2)}%`, width: size, height: size }}
          />
        ) : null,
      )}
    </div>
  );
}
