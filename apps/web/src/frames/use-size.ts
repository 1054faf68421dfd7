import { useEffect, useState, type RefObject } from "react";

/** The element's inner size in CSS pixels, rounded; 0 before it is known. */
export function useSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const watched = element.current;
    if (!watched) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: Math.round(watched.clientWidth), height: Math.round(watched.clientHeight) }),
    );
    observer.observe(watched);
    return () => observer.disconnect();
  }, [element]);
  return size;
}

/** Gives a canvas as many pixels as the screen has under it, and a context in CSS pixels. */
export function sharpContext(canvas: HTMLCanvasElement, width: number, height: number): CanvasRenderingContext2D {
  const ratio = Math.min(2, window.devicePixelRatio || 1);
  if (canvas.width !== width * ratio || canvas.height !== height * ratio) {
    canvas.width = width * ratio;
    canvas.height = height * ratio;
  }
  const context = canvas.getContext("2d")!;
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  return context;
}

const inks = new Map<string, string>();

/** A colour token as the canvas wants it, in the theme that is shown: asking the browser each time would cost a picture's time. */
export function token(name: string): string {
  const root = document.documentElement;
  const key = `${root.dataset["theme"] ?? ""} ${name}`;
  const known = inks.get(key);
  if (known !== undefined) return known;
  const ink = getComputedStyle(root).getPropertyValue(`--color-${name}`).trim();
  // Styles that aren't there yet say nothing.
  if (ink !== "") inks.set(key, ink);
  return ink;
}
