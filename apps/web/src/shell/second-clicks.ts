/** What a click can hit. */
const CONTROLS = "button, a, input, select, textarea, summary, [role=menuitem], [role=option], [role=tab], [role=slider]";

/**
 * The second click of a double click counts only on what the first one hit: whatever came under the pointer meanwhile isn't meant. Keys and
 * assistive tools have no count of clicks and are left alone. Returns what ends it.
 */
export function guardSecondClicks(root: Document): () => void {
  let first: Element | null = null;
  const onClick = (event: MouseEvent): void => {
    if (event.detail === 0) return;
    const hit = event.target instanceof Element ? event.target.closest(CONTROLS) : null;
    if (event.detail === 1) first = hit;
    else if (hit !== null && hit !== first) {
      event.preventDefault();
      event.stopImmediatePropagation();
    }
  };
  root.addEventListener("click", onClick, true);
  return () => root.removeEventListener("click", onClick, true);
}
