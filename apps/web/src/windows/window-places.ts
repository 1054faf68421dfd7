/** Where somebody had a window last, on their screens. */
export interface WindowPlace {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const KEY = "vexa-windows";
const FIRST: WindowPlace = { left: 80, top: 80, width: 960, height: 600 };

type Kept = Record<string, WindowPlace>;

const isPlace = (value: unknown): value is WindowPlace =>
  typeof value === "object" &&
  value !== null &&
  ["left", "top", "width", "height"].every((field) => Number.isFinite((value as Record<string, unknown>)[field]));

function kept(personId: string): Kept {
  try {
    const read = JSON.parse(localStorage.getItem(`${KEY} ${personId}`) ?? "{}") as Kept;
    return Object.fromEntries(Object.entries(read).filter(([, place]) => isPlace(place)));
  } catch {
    return {};
  }
}

/** Where a person had this part, or where it opens first. */
export function placeOfWindow(personId: string, part: string): WindowPlace {
  return kept(personId)[part] ?? FIRST;
}

export function keepPlace(personId: string, part: string, place: WindowPlace): void {
  localStorage.setItem(`${KEY} ${personId}`, JSON.stringify({ ...kept(personId), [part]: place }));
}

/** As `window.open` wants it. */
export function featuresOf({ left, top, width, height }: WindowPlace): string {
  return `popup,left=${Math.round(left)},top=${Math.round(top)},width=${Math.round(width)},height=${Math.round(height)}`;
}
