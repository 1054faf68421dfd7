import { Check } from "lucide-react";
import { Checkbox } from "radix-ui";
import type { ReactNode } from "react";

/** A choice of yes or no with its words beside it. */
export function Tick({
  label,
  on,
  onTick,
  disabled,
}: {
  label: ReactNode;
  on: boolean;
  onTick: (on: boolean) => void;
  disabled?: boolean;
}): React.JSX.Element {
  return (
    <label className="flex items-center gap-2 text-[13px] pointer-coarse:min-h-11">
      <Checkbox.Root
        checked={on}
        disabled={disabled ?? false}
        onCheckedChange={(next) => onTick(next === true)}
        className="grid size-4 shrink-0 place-content-center rounded-sm border border-ink-3 bg-ground text-on-accent disabled:opacity-45 data-[state=checked]:border-live data-[state=checked]:bg-live"
      >
        <Checkbox.Indicator>
          <Check size={12} strokeWidth={3} aria-hidden />
        </Checkbox.Indicator>
      </Checkbox.Root>
      {label}
    </label>
  );
}
