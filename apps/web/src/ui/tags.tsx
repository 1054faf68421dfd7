import { cn } from "./class-names";

/** One of a few tints, each with its number, to find something again; the one in force pressed again takes it away. */
export function Tags({
  count,
  tint,
  onTint,
}: {
  count: number;
  tint: number | undefined;
  onTint: (tint: number | undefined) => void;
}): React.JSX.Element {
  return (
    <div role="group" aria-label="Tag" className="flex flex-wrap items-center gap-1 text-xs text-ink-2">
      Tag
      {Array.from({ length: count }, (_, index) => index + 1).map((each) => (
        <button
          key={each}
          type="button"
          aria-label={`Tag ${each}`}
          aria-pressed={tint === each}
          data-tint={each}
          className={cn("tag size-5 pointer-coarse:size-11 border-2 border-transparent", tint === each && "border-ink")}
          onClick={() => onTint(tint === each ? undefined : each)}
        >
          {each}
        </button>
      ))}
    </div>
  );
}
