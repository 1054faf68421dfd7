import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./button";
import { cn } from "./class-names";

interface Chip<T extends string> {
  readonly value: T;
  readonly words: ReactNode;
  readonly title?: string;
  readonly disabled?: boolean;
}

interface Looks {
  readonly label: string;
  readonly className?: string;
  /** Of each chip. */
  readonly chip?: string;
  readonly disabled?: boolean;
}

function Chips<T extends string>({ among, chip }: { among: readonly Chip<T>[]; chip: string | undefined }): React.JSX.Element {
  return (
    <>
      {among.map(({ value, words, title, disabled }) => (
        <ToggleGroup.Item key={value} value={value} disabled={disabled ?? false} asChild>
          <Button tone="chip" size="small" className={chip} title={title}>
            {words}
          </Button>
        </ToggleGroup.Item>
      ))}
    </>
  );
}

/** Chips side by side of which one holds; arrow keys go through them. */
export function OneOf<T extends string>(
  of: Looks & { value: T; among: readonly Chip<T>[]; onValue: (value: T) => void },
): React.JSX.Element {
  const { label, className, chip, disabled, value, among, onValue } = of;
  return (
    <ToggleGroup.Root
      type="single"
      role="radiogroup"
      aria-label={label}
      className={cn("flex gap-1", className)}
      disabled={disabled ?? false}
      value={value}
      onValueChange={(next) => next !== "" && onValue(next as T)}
    >
      <Chips among={among} chip={chip} />
    </ToggleGroup.Root>
  );
}

/** Chips side by side of which any number holds; each press turns one over. */
export function SomeOf<T extends string>(
  of: Looks & { values: readonly T[]; among: readonly (T | Chip<T>)[]; onTurned: (value: T) => void; children?: ReactNode },
): React.JSX.Element {
  const { label, className, chip, disabled, values, onTurned, children } = of;
  const among = of.among.map((each) => (typeof each === "string" ? { value: each, words: each } : each));
  return (
    <ToggleGroup.Root
      type="multiple"
      role="group"
      aria-label={label}
      className={cn("flex flex-wrap gap-1", className)}
      disabled={disabled ?? false}
      value={[...values]}
      onValueChange={(next) => {
        const turned = among.find(({ value }) => next.includes(value) !== values.includes(value));
        if (turned) onTurned(turned.value);
      }}
    >
      {children}
      <Chips among={among} chip={chip} />
    </ToggleGroup.Root>
  );
}
