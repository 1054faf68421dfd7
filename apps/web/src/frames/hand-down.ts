/** Fingers and mouse buttons that are down anywhere on the page. */
const down = new Set<number>();
/** Pointers that belong to whatever they drag. */
const dragging = new Set<number>();
/** When the move of a hand was told that this frame began with; null = none was. */
let moved: number | null = null;

if (typeof window !== "undefined") {
  const end = (event: PointerEvent): void => void down.delete(event.pointerId);
  window.addEventListener("pointerdown", (event) => down.add(event.pointerId), { capture: true });
  for (const type of ["pointerup", "pointercancel"] as const) window.addEventListener(type, end, { capture: true });
  // What a finger drags is no edge between panels. These ask for a layout at each move to find out, unless somebody has taken the move.
  window.addEventListener("gotpointercapture", ({ pointerId, target }) => {
    if (!(target instanceof Element && target.closest("[role=separator]"))) dragging.add(pointerId);
  });
  window.addEventListener("lostpointercapture", ({ pointerId }) => dragging.delete(pointerId));
  document.body.addEventListener("pointermove", (event) => dragging.has(event.pointerId) && event.preventDefault());
  const onMove = (): void => {
    if (moved !== null || down.size === 0) return;
    moved = performance.now();
    // Moves are told with a frame's other work, and this comes after all of it.
    setTimeout(() => (moved = null));
  };
  window.addEventListener("pointermove", onMove, { capture: true });
  // A button that was let go outside of the window isn't told: the pointer comes back without it.
  window.addEventListener("pointermove", (event) => event.buttons === 0 && end(event), { capture: true });
}

/** Whether a hand is at work: what takes longer than a frame waits until it rests. */
export function isHandDown(): boolean {
  return down.size > 0;
}

/** Milliseconds that what a hand moves has taken of this frame so far. */
export function handTookMs(): number {
  return moved === null ? 0 : performance.now() - moved;
}
