import type { StageFrame, StageView } from "./projection";

/** A way to look at the stage, by name. */
export interface KeptView {
  readonly name: string;
  readonly view: StageView;
  readonly frame: StageFrame | null;
}

export const MOST_VIEWS = 30;
export const LONGEST_VIEW_NAME = 40;
const KEY = "vexa-stage-views";

/** The views that are kept in this browser; what can't be read counts as none. */
export function keptViews(): readonly KeptView[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(kept) ? kept.filter(isView) : [];
  } catch {
    return [];
  }
}

/** Keeps a view; one of the same name is replaced. False when there is no room. */
export function keepView(view: KeptView): boolean {
  const others = keptViews().filter(({ name }) => name !== view.name);
  if (others.length >= MOST_VIEWS) return false;
  return written([...others, view]);
}

export function dropView(name: string): void {
  written(keptViews().filter((view) => view.name !== name));
}

function written(views: readonly KeptView[]): boolean {
  try {
    localStorage.setItem(KEY, JSON.stringify(views));
    return true;
  } catch {
    return false;
  }
}

const isNumber = (value: unknown): value is number => typeof value === "number" && Number.isFinite(value);

function isView(value: unknown): value is KeptView {
  if (typeof value !== "object" || value === null) return false;
  const { name, view, frame } = value as Partial<KeptView>;
  const seen = view === "plan" || (typeof view === "object" && view !== null && isNumber(view.turn) && isNumber(view.tip));
  const held =
    frame === null ||
    (typeof frame === "object" &&
      isNumber(frame.zoom) &&
      typeof frame.middle === "object" &&
      [frame.middle.x, frame.middle.y, frame.middle.z].every(isNumber));
  return typeof name === "string" && name.length > 0 && name.length <= LONGEST_VIEW_NAME && seen && held;
}
