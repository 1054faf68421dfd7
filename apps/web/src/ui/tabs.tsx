import { Tabs as Primitive } from "radix-ui";
import type { ReactNode } from "react";
import { cn } from "./class-names";

/** Some of several panels behind a row of tabs. A panel that `stays` is there, hidden, while another is shown. */
export function Tabs<T extends string>(of: {
  label: string;
  value: T;
  onValue: (value: T) => void;
  tabs: readonly {
    readonly value: T;
    readonly name: ReactNode;
    readonly panel: ReactNode;
    readonly stays?: true;
    readonly className?: string;
  }[];
  /** For a tab while something is dragged over it. */
  onDragEnter?: (event: React.DragEvent, value: T) => void;
}): React.JSX.Element {
  const { label, value, onValue, tabs, onDragEnter } = of;
  return (
    <Primitive.Root value={value} onValueChange={(next) => onValue(next as T)} className="contents">
      <Primitive.List aria-label={label} className="flex shrink-0 gap-1 border-b border-edge p-2">
        {tabs.map((tab) => (
          <Primitive.Trigger
            key={tab.value}
            value={tab.value}
            className="inline-flex h-6 flex-1 items-center justify-center rounded border border-edge px-2 text-xs font-medium text-ink-2 select-none hover:text-ink aria-selected:border-sketch aria-selected:bg-raised aria-selected:text-ink pointer-coarse:h-11"
            onDragEnter={(event) => onDragEnter?.(event, tab.value)}
          >
            {tab.name}
          </Primitive.Trigger>
        ))}
      </Primitive.List>
      {tabs.map((tab) => (
        <Primitive.Content
          key={tab.value}
          value={tab.value}
          {...(tab.stays ? { forceMount: true as const } : {})}
          tabIndex={-1}
          className={cn("min-h-0 flex-1 data-[state=inactive]:hidden", tab.className)}
        >
          {tab.panel}
        </Primitive.Content>
      ))}
    </Primitive.Root>
  );
}
