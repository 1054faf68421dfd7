import { useEffect, useRef, useState } from "react";
import { Button } from "../../ui/button";

const HOLD_MS = 1000;

/** For what isn't sent by a slip: it must be held for a second, by finger, mouse, or the space bar. */
export function HoldButton({ words, onHeld }: { words: string; onHeld: () => void }): React.JSX.Element {
  const [state, setState] = useState<"rests" | "is held" | "was sent">("rests");
  const timer = useRef<number | null>(null);
  const stop = (): void => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
    setState((before) => (before === "is held" ? "rests" : before));
  };
  const begin = (): void => {
    if (timer.current !== null) return;
    setState("is held");
    timer.current = window.setTimeout(() => {
      timer.current = null;
      setState("was sent");
      onHeld();
      window.setTimeout(() => setState("rests"), 2000);
    }, HOLD_MS);
  };
  useEffect(() => stop, []);
  return (
    <Button
      size="small"
      className={state === "is held" ? "border-barred text-barred" : state === "was sent" ? "border-live text-live" : "border-dashed"}
      aria-label={state === "was sent" ? `${words}: sent` : words}
      onPointerDown={(event) => {
        // The words under it stay, and so does the finger's hold on it.
        event.currentTarget.setPointerCapture(event.pointerId);
        begin();
      }}
      onPointerUp={stop}
      onPointerCancel={stop}
      onKeyDown={(event) => event.key === " " && begin()}
      onKeyUp={(event) => event.key === " " && stop()}
    >
      {state === "was sent" ? "●" : state === "is held" ? "◐" : "○"} {words}
    </Button>
  );
}
