import { cn } from "./class-names";
import { TextInput } from "./field";

/** A text that is taken with Enter or on leaving; Escape gives the one in force back. `onTake` answers false to keep the draft. */
export function DraftField({
  label,
  text,
  placeholder,
  className,
  onTake,
}: {
  label: string;
  text: string;
  placeholder?: string;
  className?: string;
  onTake: (text: string) => boolean;
}): React.JSX.Element {
  const settle = (field: HTMLInputElement): void => {
    if (field.value.trim() !== text && !onTake(field.value.trim())) field.value = text;
  };
  return (
    <TextInput
      key={text}
      aria-label={label}
      className={cn("font-mono", className)}
      defaultValue={text}
      placeholder={placeholder}
      onBlur={(event) => settle(event.currentTarget)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Escape") event.currentTarget.value = text;
        if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
      }}
    />
  );
}
