import { useState } from "react";
import { flushSync } from "react-dom";
import { cn } from "./class-names";

/**
 * A word with a whole number, in the size of a chip. What is typed is taken with Enter or on leaving; arrow keys step. With `onPress` the word is
 * a button that takes the number as it is shown.
 */
export function NumberChip(props: {
  word: string;
  label?: string;
  value: number;
  max?: number;
  onValue: (value: number) => void;
  onPress?: (value: number) => void;
  pressed?: boolean;
  title?: string;
  disabled?: boolean;
}): React.JSX.Element {
  const { word, label, value, max = 999, onValue, onPress, pressed, title, disabled } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const number = Math.floor(Number(draft ?? value));
  const fits = number >= 1 && number <= max;
  const take = (): void => {
    if (draft !== null && draft.trim() !== "" && fits) onValue(number);
    setDraft(null);
  };
  const step = (by: number): void => {
    setDraft(null);
    onValue(Math.min(max, Math.max(1, (fits ? number : value) + by)));
  };
  return (
    <span
      className={cn(
        "inline-flex h-6 items-center pointer-coarse:h-11 rounded border border-edge text-xs text-ink-2 has-[input:focus]:border-ink-3",
        pressed && "border-sketch bg-raised text-ink",
      )}
      data-on={value > 1}
    >
      {onPress ? (
        <button
          type="button"
          className="h-full pointer-coarse:min-w-11 pl-2 whitespace-nowrap enabled:hover:text-ink disabled:opacity-45"
          aria-pressed={pressed}
          title={title}
          disabled={disabled}
          onClick={() => onPress(fits ? number : value)}
        >
          {word}
        </button>
      ) : (
        <span className={cn("pl-2 whitespace-nowrap", disabled && "opacity-45")} aria-disabled={disabled}>
          {word}
        </span>
      )}
      <input
        aria-label={label ?? word}
        aria-invalid={draft !== null && !fits}
        className="w-8 pointer-coarse:h-full pointer-coarse:w-11 bg-transparent text-center font-mono text-ink outline-none aria-invalid:text-barred disabled:opacity-45"
        inputMode="numeric"
        value={draft ?? String(value)}
        disabled={disabled}
        title={title ?? `1 to ${max}, taken with Enter`}
        onFocus={(event) => event.target.select()}
        onBlur={take}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") flushSync(take);
          if (event.key === "Escape") flushSync(() => setDraft(null));
          if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
          if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
          event.preventDefault();
          step(event.key === "ArrowUp" ? 1 : -1);
        }}
        onChange={(event) => setDraft(event.target.value)}
      />
    </span>
  );
}
