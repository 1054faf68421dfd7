import { CURVE_LIBRARY, type Curve } from "../rig/curve";
import type { Show } from "./show";

/** A response curve of the show, or one that every show has. */
export function curveOf(curveId: string | undefined, show: Pick<Show, "get">): Curve | null {
  return curveId === undefined ? null : (show.get("curve", curveId) ?? CURVE_LIBRARY.get(curveId) ?? null);
}
