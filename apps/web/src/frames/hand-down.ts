/** Fingers and mouse buttons that are down anywhere on the page. */
const down = new Set<number>();

if (typeof window !== "undefined") {
  const end = (event: PointerEvent): void => void down.delete(event.pointerId);
  window.addEventListener("pointerdown", (event) => down.add(event.pointerId), { capture: true });
  for (const type of ["pointerup", "pointercancel"] as const) window.addEventListener(type, end, { capture: true });
  // A button that was let go outside of the window isn't told: the pointer comes back without it.
  window.addEventListener("pointermove", (event) => event.buttons === 0 && end(event), { capture: true });
}

/** Whether a hand is at work: what takes longer than a frame waits until it rests. */
export function isHandDown(): boolean {
  return down.size > 0;
}
