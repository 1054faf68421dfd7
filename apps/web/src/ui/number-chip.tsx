/** A word with a whole number that is typed or stepped, in the size of a chip. */
export function NumberChip(props: {
  word: string;
  label?: string;
  value: number;
  max?: number;
  onValue: (value: number) => void;
  disabled?: boolean;
}): React.JSX.Element {
  const { word, label, value, max = 999, onValue, disabled } = props;
  return (
    <span
      className="inline-flex h-6 items-center rounded border border-edge text-xs text-ink-2 has-[input:focus]:border-ink-3"
      data-on={value > 1}
    >
      <span className="pl-2 whitespace-nowrap">{word}</span>
      <input
        aria-label={label ?? word}
        className="w-8 bg-transparent text-center font-mono text-ink outline-none disabled:opacity-45"
        inputMode="numeric"
        type="number"
        min={1}
        max={max}
        value={value}
        disabled={disabled}
        onKeyDown={(event) => event.stopPropagation()}
        onChange={(event) => {
          const next = Math.floor(Number(event.target.value));
          if (next >= 1 && next <= max) onValue(next);
        }}
      />
    </span>
  );
}
