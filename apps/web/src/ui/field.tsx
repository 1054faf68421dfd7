import type { ComponentProps, ReactNode } from "react";
import { cn } from "./class-names";

/** The box of whatever is typed or chosen. */
export const fieldBox =
  "h-8 pointer-coarse:h-11 w-full rounded border border-edge bg-ground px-2 text-[13px] text-ink placeholder:text-ink-3 aria-invalid:border-barred";

export function TextInput({ className, ...rest }: ComponentProps<"input">): React.JSX.Element {
  return <input className={cn(fieldBox, className)} autoComplete="off" spellCheck={false} {...rest} />;
}

/** A label above what it names. */
export function Field({ label, children, hint }: { label: string; children: ReactNode; hint?: ReactNode }): React.JSX.Element {
  return (
    <label className="grid gap-1">
      <span className="text-xs text-ink-2">{label}</span>
      {children}
      {hint !== undefined && <span className="text-xs text-ink-3">{hint}</span>}
    </label>
  );
}
