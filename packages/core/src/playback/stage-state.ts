import { fields, integerIn, mapOf, numberIn, oneOf, optional, textUpTo, where, yesOrNo, type Schema } from "../document/schema";
import { FAMILIES, MOST_ATTRIBUTES, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { ROLE_TABLE, type Act } from "../territory/role-table";

/** What lies over the whole stage. Kept through a restart, never undone. */
export interface StageState {
  readonly id: string;
  readonly kind: "stageState";
  readonly version: number;
  /** Scales all intensities, 0..1. */
  readonly grandMaster: number;
  readonly blackout: boolean;
  /** When what had stayed behind was sent home last. */
  readonly sweptSeconds: number;
}

export const STAGE_ID = "stage";

/** A head some of whose attributes are held, whatever plays. Values are 0..1 of the channel's range. */
export interface Park {
  readonly id: string;
  readonly kind: "park";
  readonly version: number;
  readonly head: HeadKey;
  readonly values: Readonly<Record<string, number>>;
  readonly personId: string;
}

export function parkIdOf(head: HeadKey): string {
  return `park-${head}`;
}

/** How the show behaves where people differ. */
export interface ShowSettings {
  readonly id: string;
  readonly kind: "settings";
  readonly version: number;
  /** What the show is called. */
  readonly name?: string;
  /** Families whose values stay where they were when nothing drives them any more; others go home. */
  readonly stays: Readonly<Partial<Record<Family, true>>>;
  /** Frames a second that leave; none = the most. */
  readonly framesPerSecond?: FrameRate;
  /** The time of letting go of cards that are made, in seconds; none = 1. */
  readonly releaseSeconds?: number;
  /** The time of cues that are recorded, in seconds; none = 3. */
  readonly inSeconds?: number;
  /** What the lead allows to roles that may do it only then, by the row of the table of roles. */
  readonly allows?: Readonly<Partial<Record<Act, true>>>;
}

/** DMX512 can't be refreshed oftener than 44 times a second with 512 slots (ANSI E1.11); some lamps and nodes want less. */
export const FRAME_RATES = [44, 40, 33, 25] as const;
export type FrameRate = (typeof FRAME_RATES)[number];

export const SETTINGS_ID = "settings";

const version = integerIn(0, Number.MAX_SAFE_INTEGER);

export const stageStateSchema: Schema<StageState> = fields<StageState>({
  id: oneOf([STAGE_ID]),
  kind: oneOf(["stageState"]),
  version,
  grandMaster: numberIn(0, 1),
  blackout: yesOrNo,
  sweptSeconds: numberIn(0, 1e12),
});

export const parkSchema: Schema<Park> = fields<Park>({
  id: textUpTo(80),
  kind: oneOf(["park"]),
  version,
  head: textUpTo(70),
  values: mapOf(numberIn(0, 1), MOST_ATTRIBUTES),
  personId: textUpTo(64),
});

/** Settings before anybody has changed one. */
export const FIRST_SETTINGS: ShowSettings = { id: SETTINGS_ID, kind: "settings", version: 1, stays: {} };

const always: Schema<true> = (value, path) => (value === true ? null : { path, value, why: "it must be true, or left out" });

export const settingsSchema: Schema<ShowSettings> = fields<ShowSettings>({
  id: oneOf([SETTINGS_ID]),
  kind: oneOf(["settings"]),
  version,
  name: optional(textUpTo(80)),
  stays: trueOrNot(FAMILIES),
  framesPerSecond: optional((value, path) =>
    (FRAME_RATES as readonly unknown[]).includes(value) ? null : { path, value, why: `it must be one of ${FRAME_RATES.join(", ")}` },
  ),
  releaseSeconds: optional(numberIn(0, 3600)),
  inSeconds: optional(numberIn(0, 3600)),
  allows: optional(trueOrNot(Object.keys(ROLE_TABLE) as Act[])),
});

function trueOrNot<K extends string>(names: readonly K[]): Schema<Partial<Record<K, true>>> {
  const known = new Set<string>(names);
  return where(mapOf(always, names.length), (of) => {
    const strange = Object.keys(of).find((name) => !known.has(name));
    return strange === undefined ? null : `there is no ${strange}`;
  }) as Schema<Partial<Record<K, true>>>;
}
