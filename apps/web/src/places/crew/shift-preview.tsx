import { useMemo } from "react";
import { runsThere, shiftOf, type Shift, type Show, type Territory } from "@vexa/core";
import { useRestedShow } from "../../session/use-rested-show";

/** Who gains and loses what by a new division, and what is on stage there. */
export function ShiftPreview({ show, draft }: { show: Show; draft: readonly Territory[] }): React.JSX.Element {
  const shifts = useMemo(
    () =>
      shiftOf(
        { territories: show.territories, lent: [], groupHeads: (id) => show.groupHeads(id) },
        { territories: draft, lent: [], groupHeads: (id) => show.groupHeads(id) },
      ),
    [show, draft],
  );
  if (shifts.length === 0) return <p className="text-[13px] text-ink-2">No head goes to anybody else.</p>;
  return (
    <ul className="grid gap-1.5 text-[13px]" aria-label="Who gains and who loses">
      {shifts.map((shift) => (
        <li key={shift.territory.id}>
          <span className="font-medium">{shift.territory.name}</span>
          {shift.gains.length > 0 && <span className="block text-live">+ {amount(shift.gains)}</span>}
          {shift.loses.length > 0 && (
            <span className="block text-barred">
              − {amount(shift.loses)}
              <Running loses={shift.loses} />
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

function amount(parts: Shift["gains"]): string {
  return parts.map(({ family, heads }) => `${family.toLowerCase()} of ${heads.length}`).join(", ");
}

function Running({ loses }: { loses: Shift["loses"] }): React.JSX.Element | null {
  const show = useRestedShow();
  const there = useMemo(() => {
    const lost = new Map(loses.map(({ family, heads }) => [family, new Set(heads)]));
    return runsThere(show, (head, family) => lost.get(family)?.has(head) ?? false);
  }, [show, loses]);
  if (there.length === 0) return <span className="block text-xs text-ink-3">nothing runs there now</span>;
  return (
    <span className="block text-xs text-ink-2">runs there now: {there.map(({ name, heads }) => `${name} (${heads})`).join(", ")}</span>
  );
}
