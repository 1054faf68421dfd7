/** What acts by a click; what opens a list when it is pressed down has acted already. */
const PRESSED = "button:not([aria-haspopup], [role=combobox]), a[href]";
/** A hand that has gone further has been drawn away: it doesn't mean it any more. */
const STILL_PIXELS = 6;

/**
 * A press counts for what stood under the pointer when it began, though a list that moves by itself (a chain in Trace, a log) has put
 * something else there before the button came up: browsers make no click of that. Fingers are left alone, whose clicks go where they came down.
 * Returns what ends it.
 */
export function steadyPresses(root: Document): () => void {
  let down: { readonly on: Element; readonly x: number; readonly y: number } | null = null;
  const onDown = ({ target, button, pointerType, clientX, clientY }: PointerEvent): void => {
    const on = target instanceof Element && button === 0 && pointerType !== "touch" ? target.closest(PRESSED) : null;
    down = on && { on, x: clientX, y: clientY };
  };
  const onUp = ({ clientX, clientY, button }: PointerEvent): void => {
    if (!down || button !== 0) return;
    const { on, x, y } = down;
    down = null;
    const hit = root.elementFromPoint(clientX, clientY);
    // Of what lies in the same label the browser's own click finds its way.
    if (!on.isConnected || (on.closest("label") ?? on).contains(hit) || Math.hypot(clientX - x, clientY - y) > STILL_PIXELS) return;
    // Counted as a pointer's, so that what acted when it was pressed doesn't act again.
    on.dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true, view: root.defaultView, detail: 1, clientX, clientY }));
  };
  root.addEventListener("pointerdown", onDown, true);
  root.addEventListener("pointerup", onUp, true);
  return () => {
    root.removeEventListener("pointerdown", onDown, true);
    root.removeEventListener("pointerup", onUp, true);
  };
}
