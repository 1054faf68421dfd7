import { useEffect } from "react";

/**
 * While it is on, every button and link of the page is pressed when a finger comes down. The browser's own tap gets lost when another finger
 * is on the glass, and when the page is so busy that a touch counts as a long one. What a finger may scroll keeps to the tap.
 */
export function useActsAtTouch(on = true): void {
  useEffect(() => {
    if (!on) return;
    // At the window, so behind all others: what a touch outside closes is closed before the press.
    window.addEventListener("pointerdown", press);
    return () => window.removeEventListener("pointerdown", press);
  }, [on]);
}

function press(event: PointerEvent): void {
  const { target, clientX, clientY, pointerId, pointerType } = event;
  if (pointerType !== "touch" || event.defaultPrevented || !(target instanceof Element)) return;
  // Tabs turn when they get the focus, which is the browser's to give.
  const pressed = target.closest("button:enabled:not([role=tab]), a[href]:not([target], [download])");
  if (!pressed || scrolls(pressed)) return;
  // No second press at the finger's end, which might meet what the first one put there; nor a focus that shuts what it opened.
  target.addEventListener("touchend", (end) => end.preventDefault(), { once: true, passive: false });
  const at = { clientX, clientY, pointerId, pointerType };
  pressed.dispatchEvent(new PointerEvent("click", { bubbles: true, cancelable: true, detail: 1, view: window, ...at }));
}

/** Whether a finger on it moves something under it. */
function scrolls(element: Element): boolean {
  for (let at: Element | null = element; at; at = at.parentElement) {
    const { overflowX, overflowY } = getComputedStyle(at);
    if (at.scrollHeight > at.clientHeight + 1 && /auto|scroll/.test(overflowY)) return true;
    if (at.scrollWidth > at.clientWidth + 1 && /auto|scroll/.test(overflowX)) return true;
  }
  return false;
}
