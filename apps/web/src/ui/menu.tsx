import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { cn } from "./class-names";

/** A list that opens under its trigger. */
export function Menu({ trigger, children, className }: { trigger: ReactNode; children: ReactNode; className?: string }): React.JSX.Element {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className={cn("z-40 grid max-h-96 min-w-40 overflow-y-auto rounded border border-edge bg-bench p-1 shadow-sheet", className)}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({
  onSelect,
  hint,
  children,
  disabled,
}: {
  onSelect: () => void;
  hint?: ReactNode;
  children: ReactNode;
  disabled?: boolean;
}): React.JSX.Element {
  return (
    <DropdownMenu.Item
      disabled={disabled ?? false}
      onSelect={onSelect}
      className="flex cursor-pointer items-center justify-between gap-4 rounded px-2 py-1 text-[13px] text-ink outline-none data-disabled:cursor-default data-disabled:text-ink-3 data-highlighted:bg-raised"
    >
      <span className="truncate">{children}</span>
      {hint !== undefined && <span className="shrink-0 text-xs text-ink-3">{hint}</span>}
    </DropdownMenu.Item>
  );
}

export function MenuTitle({ children }: { children: ReactNode }): React.JSX.Element {
  return <DropdownMenu.Label className="px-2 pt-1.5 pb-0.5 text-xs text-ink-3">{children}</DropdownMenu.Label>;
}
