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

/** A colour token as the canvas wants it. */
export function token(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim();
}
