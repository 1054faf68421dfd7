/**
 * Stands for `react-remove-scroll-bar`, with which Radix hides the page's scroll bar while a menu or dialog is open: this page has none, and the
 * sheet that it puts into the head each time had all of the page restyled, a quarter of what opening a menu took (vite.config.ts puts it in place).
 */
export const zeroRightClassName = "right-scroll-bar-position";
export const fullWidthClassName = "width-before-scroll-bar";

export function RemoveScrollBar(): null {
  return null;
}
