import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { cn } from "./class-names";

/** A small sheet that opens under its trigger and stays until it is left. Nothing on stage is covered for good. */
export function PopSheet(props: {
  trigger: ReactNode;
  label: string;
  children: ReactNode;
  className?: string;
  open?: boolean;
  onOpen?: (open: boolean) => void;
}): React.JSX.Element {
  const { trigger, label, children, className, open, onOpen } = props;
  return (
    <Popover.Root {...(open === undefined ? {} : { open })} onOpenChange={(next) => onOpen?.(next)}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          aria-label={label}
          className={cn(
            "z-40 grid max-h-(--radix-popover-content-available-height) w-72 gap-2 overflow-y-auto rounded border border-edge bg-bench p-2.5 text-[13px] shadow-sheet",
            className,
          )}
          onKeyDown={(event) => event.stopPropagation()}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
