import { useState } from "react";
import { flushSync } from "react-dom";
import { explain, formatFan, parseFan, type Quantity } from "@vexa/core";
import { cn } from "./class-names";
import { Complaint, useComplaint } from "./complaint";
import { TextInput } from "./field";

/** Whether what is typed takes the value's place, or is added to it. */
export type Meaning = "set" | "add";

/**
 * Numbers with two dots between them, on screen's scale (percent: 0..100), each with its unit behind it where somebody likes. What can't be
 * read is told beside the field, changes nothing, and the value in force comes back; Escape gives it back, too.
 */
export function FanField(props: {
  label: string;
  knots: readonly number[] | null;
  scale: number;
  /** What the numbers are of, so that they may be typed with their unit. */
  quantity?: Quantity;
  /** What is taken, as one says it: "1 to 600 BPM". */
  range?: string;
  placeholder?: string;
  className?: string;
  /** Also adds: with a + before it, or where values are mixed with any sign. The field says which is meant, and a touch there changes it. */
  adds?: "with a plus" | "with any sign";
  /** Reads what isn't a number; null = it doesn't know it either. */
  otherwise?: (text: string) => boolean | string | null;
  /** Takes knots in inside units; false or a sentence refuses them. */
  onKnots: (knots: readonly number[], meaning: Meaning) => boolean | string;
}): React.JSX.Element {
  const { label, knots, scale, quantity, range, placeholder, className, adds, otherwise, onKnots } = props;
  const inForce = knots ? formatFan(knots.map((knot) => knot * scale)) : "";
  const [draft, setDraft] = useState<string | null>(null);
  const [chosen, setChosen] = useState<Meaning | null>(null);
  const [complaint, complain] = useComplaint();
  const meaning = chosen ?? (adds ? meantBy(draft ?? "", adds) : "set");
  const leave = (): void => {
    setDraft(null);
    setChosen(null);
  };
  const kept = inForce || "What was there";
  const refuse = (why: string): void => {
    leave();
    complain(why);
  };
  const take = (): void => {
    if (draft === null || (draft.trim() === inForce && chosen === null)) return leave();
    const text = draft.trim();
    const other = otherwise?.(text) ?? null;
    if (other !== null) return other === true ? leave() : refuse(other || `This can't be. ${kept} was kept.`);
    const read = parseFan(text.startsWith("+") ? text.slice(1) : text, kept, quantity);
    if (!read.ok) return refuse(`${explain(read.error)}${range ? ` Here: ${range}.` : ""}`);
    const taken = onKnots(
      read.value.map((knot) => knot / scale),
      meaning,
    );
    if (taken === true) return leave();
    refuse(typeof taken === "string" ? taken : `${text} can't be${range ? `: it goes from ${range}` : ""}. ${kept} was kept.`);
  };
  return (
    <span className="relative block">
      <TextInput
        aria-label={label}
        aria-invalid={complaint !== null}
        aria-describedby={complaint ? `${label}-complaint` : undefined}
        className={cn("font-mono", className, adds && draft !== null && "pr-9")}
        placeholder={placeholder}
        value={draft ?? inForce}
        onChange={(event) => setDraft(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={take}
        onKeyDown={(event) => {
          event.stopPropagation();
          // What is taken or given up is settled before the field is left, which would take it once more. Then keys are shortcuts again.
          if (event.key === "Enter") flushSync(take);
          if (event.key === "Escape") flushSync(leave);
          if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
        }}
      />
      {adds && draft !== null && (
        <button
          type="button"
          tabIndex={-1}
          title={meaning === "add" ? "It is added to each head's value" : "It takes the value's place"}
          className="absolute inset-y-0 right-0 rounded-r border-l border-edge bg-raised px-1.5 text-[11px] text-ink"
          onPointerDown={(event) => {
            // The field keeps the hand.
            event.preventDefault();
            setChosen(meaning === "add" ? "set" : "add");
          }}
        >
          {meaning}
        </button>
      )}
      {complaint && <Complaint id={`${label}-complaint`} text={complaint} />}
    </span>
  );
}

function meantBy(text: string, adds: "with a plus" | "with any sign"): Meaning {
  const sign = text.trim()[0] ?? "";
  return sign === "+" || (adds === "with any sign" && (sign === "-" || sign === "−")) ? "add" : "set";
}
