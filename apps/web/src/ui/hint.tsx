import { Tooltip } from "radix-ui";
import { useEffect, useState, type ReactElement, type ReactNode } from "react";
import { flushSync } from "react-dom";

/** Gives everything inside the same pause before a hint comes. */
export function Hints({ children }: { children: ReactNode }): React.JSX.Element {
  return (
    <Tooltip.Provider delayDuration={500} disableHoverableContent>
      {children}
    </Tooltip.Provider>
  );
}

/** Words that come beside a control while the pointer rests on it or it has the focus of the keys. */
export function Hint({ words, children }: { words: string; children: ReactElement }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  // A key ends a hint before anybody else hears it: a hint would take Escape for itself, and the hand means the stage.
  useEffect(() => {
    if (!open) return;
    const close = (): void => flushSync(() => setOpen(false));
    window.addEventListener("keydown", close, true);
    return () => window.removeEventListener("keydown", close, true);
  }, [open]);
  return (
    <Tooltip.Root open={open} onOpenChange={setOpen}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          collisionPadding={8}
          className="pointer-events-none z-[90] max-w-72 rounded border border-edge bg-bench px-2 py-1 text-xs text-ink shadow-sheet"
        >
          {words}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
