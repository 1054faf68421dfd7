import { fields, integerIn, oneOf, type Schema } from "../document/schema";

/** A part of a remembered base. `at` counts from 1. */
export type Mask =
  | { readonly type: "every"; readonly n: number; readonly at: number }
  | { readonly type: "runs"; readonly n: number; readonly at: number }
  | { readonly type: "pairs"; readonly at: number }
  | { readonly type: "single"; readonly at: number };

const size = integerIn(1, 20000);

export const maskSchema: Schema<Mask> = (value, path) => {
  const type = (value as { type?: unknown } | null)?.type;
  return type === "every" || type === "runs"
    ? fields<{ type: "every" | "runs"; n: number; at: number }>({ type: oneOf(["every", "runs"]), n: size, at: size })(value, path)
    : fields<{ type: "pairs" | "single"; at: number }>({ type: oneOf(["pairs", "single"]), at: size })(value, path);
};

/**
 * The entries of `base` that the mask lets through, in the base's order. `every(2, 1)` is odd; `runs(4, 2)` the
 * second block of four neighbours; `pairs(1)` the two ends. An `at` past the end gives nothing.
 */
export function masked<T>(base: readonly T[], mask: Mask | undefined): T[] {
  if (!mask) return [...base];
  const at = mask.at - 1;
  switch (mask.type) {
    case "every":
      return base.filter((_, index) => index % mask.n === at);
    case "runs":
      return base.slice(at * mask.n, (at + 1) * mask.n);
    case "pairs": {
      const other = base.length - 1 - at;
      return at > other ? [] : base.filter((_, index) => index === at || index === other);
    }
    case "single":
      return base.slice(at, at + 1);
  }
}

/** How many different places `at` has for a base of `count`. */
export function maskPositions(mask: Mask, count: number): number {
  switch (mask.type) {
    case "every":
      return Math.min(mask.n, Math.max(1, count));
    case "runs":
      return Math.max(1, Math.ceil(count / mask.n));
    case "pairs":
      return Math.max(1, Math.ceil(count / 2));
    case "single":
      return Math.max(1, count);
  }
}

/** The mask's next or previous part, wrapping. */
export function stepped(mask: Mask, count: number, by: 1 | -1): Mask {
  const positions = maskPositions(mask, count);
  return { ...mask, at: ((mask.at - 1 + by + positions) % positions) + 1 };
}
