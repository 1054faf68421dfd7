import type { ComponentProps, ReactNode } from "react";
import { cn } from "./class-names";
import { tell } from "./messages";

/** The box of whatever is typed or chosen. */
export const fieldBox =
  "h-8 pointer-coarse:h-11 w-full rounded border border-edge bg-ground px-2 text-[13px] text-ink placeholder:text-ink-3 aria-invalid:border-barred";

/** A field of text. What is pasted and too long for it is told, not cut in silence. */
export function TextInput({ className, ...rest }: ComponentProps<"input">): React.JSX.Element {
  return <input className={cn(fieldBox, className)} autoComplete="off" spellCheck={false} onPaste={tellCut} {...rest} />;
}

function tellCut({ currentTarget: field, clipboardData }: React.ClipboardEvent<HTMLInputElement>): void {
  const { maxLength, value, selectionStart, selectionEnd } = field;
  const replaced = (selectionEnd ?? 0) - (selectionStart ?? 0);
  const over = value.length - replaced + clipboardData.getData("text").length - maxLength;
  if (maxLength > 0 && over > 0)
    tell(`That is ${over} ${over === 1 ? "letter" : "letters"} more than the ${maxLength} that fit: the end was left out.`);
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
