import { useEffect, useRef, useState } from "react";
import { Button } from "./button";
import { cn } from "./class-names";
import { Complaint, useComplaint } from "./complaint";
import { TextInput } from "./field";

/**
 * A text that is taken with Enter or on leaving; Escape gives the one in force back. `onTake` answers false to keep the one in force, or
 * with a sentence that is told beside the field.
 * When somebody else changes it while one types, nothing is taken: both are shown, to choose from. What `shows` the stage moves by itself:
 * then what is typed stands, and is taken.
 */
export function DraftField({
  label,
  text,
  placeholder,
  className,
  shows = "a record",
  onTake,
}: {
  label: string;
  text: string;
  placeholder?: string;
  className?: string;
  shows?: "a record" | "the stage";
  onTake: (text: string) => boolean | string;
}): React.JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  /** What the draft was made from. */
  const base = useRef(text);
  const [overtaken, setOvertaken] = useState(false);
  const [complaint, complain] = useComplaint();
  useEffect(() => {
    const field = input.current!;
    const typing = document.activeElement === field && field.value.trim() !== base.current;
    if (typing && shows === "the stage") return;
    if (typing && field.value.trim() !== text && base.current !== text) {
      setOvertaken(true);
      return;
    }
    field.value = text;
    base.current = text;
  }, [text, shows]);
  const settle = (choice: "mine" | "theirs"): void => {
    const field = input.current!;
    const draft = field.value.trim();
    setOvertaken(false);
    base.current = text;
    if (choice === "mine" && draft === text) return;
    const taken = choice === "mine" && onTake(draft);
    if (taken !== true) field.value = text;
    if (typeof taken === "string") complain(taken);
  };
  return (
    <span className="relative block">
      <TextInput
        ref={input}
        aria-label={label}
        aria-invalid={complaint !== null}
        aria-describedby={complaint ? `${label}-complaint` : undefined}
        className={cn("font-mono", overtaken && "border-barred", className)}
        defaultValue={text}
        placeholder={placeholder}
        onBlur={() => !overtaken && settle("mine")}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Escape") settle("theirs");
          if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
        }}
      />
      {complaint && <Complaint id={`${label}-complaint`} text={complaint} />}
      {overtaken && (
        <span
          role="alertdialog"
          aria-label={`${label} was changed meanwhile`}
          className="absolute top-full left-0 z-30 mt-1 grid w-56 gap-1.5 rounded border border-barred bg-bench p-2 text-left text-xs shadow-sheet"
        >
          <span className="text-ink-2">
            Somebody made this <b className="font-mono text-ink">{text || "empty"}</b> while you typed.
          </span>
          <span className="flex gap-1.5">
            <Button size="small" tone="sketch" onClick={() => settle("mine")}>
              Take mine
            </Button>
            <Button once size="small" onClick={() => settle("theirs")}>
              Keep {text || "empty"}
            </Button>
          </span>
        </span>
      )}
    </span>
  );
}
