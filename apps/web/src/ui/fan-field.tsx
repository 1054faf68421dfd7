import { useState } from "react";
import { flushSync } from "react-dom";
import { explain, formatFan, parseFan, type Quantity } from "@vexa/core";
import { cn } from "./class-names";
import { TextInput } from "./field";

/**
 * Numbers with two dots between them, on screen's scale (percent: 0..100). What can't be read is told under the field and
 * changes nothing; Escape gives the value in force back. A leading + is told apart: lanes add what follows it.
 */
export function FanField(props: {
  label: string;
  knots: readonly number[] | null;
  scale: number;
  /** What the numbers are of, so that they may be typed with their unit. */
  quantity?: Quantity;
  placeholder?: string;
  className?: string;
  /** Takes knots in inside units; false refuses them. */
  onKnots: (knots: readonly number[], sign: "plain" | "plus") => boolean;
}): React.JSX.Element {
  const { label, knots, scale, quantity, placeholder, className, onKnots } = props;
  const inForce = knots ? formatFan(knots.map((knot) => knot * scale)) : "";
  const [draft, setDraft] = useState<string | null>(null);
  const [complaint, setComplaint] = useState<string | null>(null);
  const leave = (): void => {
    setDraft(null);
    setComplaint(null);
  };
  /** True when nothing is left to mend. */
  const take = (): boolean => {
    if (draft === null || draft.trim() === inForce) {
      leave();
      return true;
    }
    const plus = draft.trim().startsWith("+");
    const read = parseFan(plus ? draft.trim().slice(1) : draft, inForce || "What was there", quantity);
    if (!read.ok) {
      setComplaint(explain(read.error));
      return false;
    }
    const knots = read.value.map((knot) => knot / scale);
    if (onKnots(knots, plus ? "plus" : "plain")) {
      leave();
      return true;
    }
    setComplaint(`This can't be. ${inForce || "What was there"} was kept.`);
    return false;
  };
  return (
    <span className="relative block">
      <TextInput
        aria-label={label}
        aria-invalid={complaint !== null}
        aria-describedby={complaint ? `${label}-complaint` : undefined}
        className={cn("font-mono", className)}
        placeholder={placeholder}
        value={draft ?? inForce}
        onChange={(event) => setDraft(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={take}
        onKeyDown={(event) => {
          event.stopPropagation();
          // What is taken or given up is settled before the field is left, which would take it once more. Then keys are shortcuts again.
          if (event.key === "Enter" && flushSync(take)) event.currentTarget.blur();
          if (event.key === "Escape") {
            flushSync(leave);
            event.currentTarget.blur();
          }
        }}
      />
      {complaint && (
        <span
          id={`${label}-complaint`}
          role="alert"
          className="absolute top-full left-0 z-30 mt-1 w-64 rounded border border-barred bg-bench p-2 text-xs text-ink shadow-sheet"
        >
          {complaint}
        </span>
      )}
    </span>
  );
}
