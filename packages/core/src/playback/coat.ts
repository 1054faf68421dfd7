import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, type Flaw, type Schema } from "../document/schema";
import { coatMaskSchema, type CoatMask } from "../selection/coat-mask";
import { travelSchema, type Travel } from "../shape/travel";
import type { Seconds } from "../units/units";

/** From the lowest to the topmost: what a bed has, what lies over a part of it, what shows while a pot is held; and the bed's own level. */
export const COAT_LAYERS = ["first", "second", "dab", "level"] as const;
export type CoatLayer = (typeof COAT_LAYERS)[number];
/** Those that people refer to as presets. */
export const COLOR_LAYERS = ["first", "second", "dab"] as const satisfies readonly CoatLayer[];

/** A colour of a pot: a preset by reference, or CIE chromaticity. */
export type CoatColor = { readonly presetId: string } | { readonly x: number; readonly y: number };

/** How long each head takes, and how long after the first the last one begins. */
export interface CoatTimes {
  readonly fadeSeconds: Seconds;
  readonly travelSeconds: Seconds;
}

/** What a bed of a colour board has been painted with. Kept through a restart, never undone. */
export interface Coat {
  readonly id: string;
  readonly kind: "coat";
  readonly version: number;
  readonly boardId: string;
  readonly bedId: string;
  readonly layer: CoatLayer;
  /** null = taken off, or none as with a level. */
  readonly color: CoatColor | null;
  /** Of the layer `level` alone: 0..1. */
  readonly level?: number;
  /** The part of the bed that a second coat lies on. */
  readonly mask?: CoatMask;
  /** How it ran through the heads; none = to all at once. */
  readonly travel?: Travel;
  /** When it was painted. */
  readonly goSeconds: Seconds;
  /** How long each head takes. */
  readonly fadeSeconds: Seconds;
  /** How long after the first head the last one begins. */
  readonly travelSeconds: Seconds;
  /** Seconds by which it is further than its touch tells, or less far: a pace took it while it was under way. */
  readonly furtherSeconds?: Seconds;
  /** The times that it has by itself, where a pace gave it others. */
  readonly own?: CoatTimes;
  /** Once it is taken off: over how long it goes. */
  readonly leaveSeconds?: Seconds;
  readonly personId: string;
}

/** Nothing is painted there, and no level is set. */
export function saysNothing(coat: Coat | null): boolean {
  return coat === null || (coat.color === null && coat.level === undefined);
}

/** Seconds that a coat has behind it at t, as its present times count. */
export function coatedSeconds({ goSeconds, furtherSeconds = 0 }: Coat, t: Seconds): Seconds {
  return t - goSeconds + furtherSeconds;
}

/** Where the state of a layer stands; content may name it in place of a preset. */
export function coatIdOf(boardId: string, bedId: string, layer: CoatLayer): string {
  return `coat.${boardId}.${bedId}.${layer}`;
}

/** The board, bed and layer that the id of a coat names; null = it is no coat's. */
export function coatOfId(id: string): { boardId: string; bedId: string; layer: CoatLayer } | null {
  const [coat, boardId, bedId, layer, ...more] = id.split(".");
  if (coat !== "coat" || !boardId || !bedId || more.length > 0 || !COAT_LAYERS.includes(layer as CoatLayer)) return null;
  return { boardId, bedId, layer: layer as CoatLayer };
}

const time = numberIn(0, 1e12);
const duration = numberIn(0, 3600);

export const coatColorSchema: Schema<CoatColor> = (value, path): Flaw | null =>
  typeof value === "object" && value !== null && "presetId" in value
    ? fields<{ presetId: string }>({ presetId: textUpTo(64) })(value, path)
    : fields<{ x: number; y: number }>({ x: numberIn(0, 1), y: numberIn(0.0001, 1) })(value, path);

export const coatSchema: Schema<Coat> = fields<Coat>({
  id: textUpTo(64),
  kind: oneOf(["coat"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  boardId: textUpTo(64),
  bedId: textUpTo(8),
  layer: oneOf(COAT_LAYERS),
  color: nullable(coatColorSchema),
  level: optional(numberIn(0, 1)),
  mask: optional(coatMaskSchema),
  travel: optional(travelSchema),
  goSeconds: time,
  fadeSeconds: duration,
  travelSeconds: duration,
  furtherSeconds: optional(numberIn(-1e9, 1e9)),
  own: optional(fields<CoatTimes>({ fadeSeconds: duration, travelSeconds: duration })),
  leaveSeconds: optional(duration),
  personId: textUpTo(64),
});
