import { useRef } from "react";
import { cn } from "../../ui/class-names";

const LOOKS = { words: "", numbers: "font-mono", quiet: "text-ink-2", barred: "font-mono text-barred" } as const;

/** A cell of the sheet of lamps: its text, or while it is written into a field. */
export function LampCell(of: {
  id: string;
  text: string;
  label: string;
  active: boolean;
  /** What the field begins with; null = nothing is typed. */
  typing: string | null;
  look: keyof typeof LOOKS;
  onPress: (event: React.MouseEvent) => void;
  onType: () => void;
  /** The text that was typed, or null where it is to stay; and where the cursor goes. */
  onDone: (text: string | null, then: "stay" | "down" | "right" | "left") => void;
}): React.JSX.Element {
  const { id, text, label, active, typing, look, onPress, onType, onDone } = of;
  return (
    <div
      id={id}
      role="gridcell"
      className={cn(
        "flex min-w-0 cursor-default items-center rounded-sm",
        LOOKS[look],
        active && "group-focus-within/sheet:outline-1 group-focus-within/sheet:outline-sketch",
      )}
      title={text}
      onClick={onPress}
      onDoubleClick={onType}
    >
      {typing === null ? <span className="truncate">{text}</span> : <CellField label={label} begins={typing} onDone={onDone} />}
    </div>
  );
}

function CellField(of: {
  label: string;
  begins: string;
  onDone: (text: string | null, then: "stay" | "down" | "right" | "left") => void;
}): React.JSX.Element {
  const { label, begins } = of;
  // Enter takes the focus away, which would take the text a second time.
  const done = useRef(false);
  const onDone: typeof of.onDone = (text, then) => {
    if (done.current) return;
    done.current = true;
    of.onDone(text, then);
  };
  return (
    <input
      autoFocus
      aria-label={label}
      className="h-7 w-full min-w-0 rounded-sm border border-sketch bg-ground px-1 font-mono"
      defaultValue={begins}
      onClick={(event) => event.stopPropagation()}
      onFocus={(event) => begins.length > 1 && event.currentTarget.select()}
      onBlur={(event) => onDone(event.currentTarget.value, "stay")}
      onKeyDown={(event) => {
        event.stopPropagation();
        const { value } = event.currentTarget;
        if (event.key === "Escape") onDone(null, "stay");
        else if (event.key === "Enter") onDone(value, "down");
        else if (event.key === "Tab") onDone(value, event.shiftKey ? "left" : "right");
        else return;
        event.preventDefault();
      }}
    />
  );
}
