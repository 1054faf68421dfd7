import { changesOf, type Changes } from "../rig/changes";
import type { ParameterKind } from "../rig/parameter";
import type { Rig } from "../rig/rig";

/** What merging reads of a rig, by parameter. */
export interface RigWays {
  readonly home: Float32Array;
  /** What a colour that adds up does: 0 replaces, 1 highest, 2 lowest. */
  readonly adding: Uint8Array;
  readonly htpCount: number;
  /** 1 = scaled by grand master and masters of groups. */
  readonly dims: Uint8Array;
  /** Some parameter merges by the highest and isn't zero at home. */
  readonly homeCounts: boolean;
  readonly changes: Changes;
}

const ADDING = { replaces: 0, adds: 1, takes: 2 } as const;

export function rigWays(rig: Rig): RigWays {
  const { layout, htpCount } = rig;
  const { kinds, kind, master } = layout;
  const dimmed = kinds.map(isDimmed);
  const addings = kinds.map(({ info }) => ADDING[info.mixing ?? "replaces"]);
  const ways = { home: new Float32Array(kind.length), adding: new Uint8Array(kind.length), dims: new Uint8Array(kind.length) };
  for (let at = 0; at < kind.length; at++) {
    const own = kind[at]!;
    ways.home[at] = kinds[own]!.home;
    ways.adding[at] = addings[own]!;
    ways.dims[at] = dimmed[own] ? 1 : 0;
  }
  // Not masters of what dims by itself: it would be dimmed twice.
  for (let at = 0; at < kind.length; at++) if (master[at]! >= 0 && dimmed[kind[at]!]) ways.dims[master[at]!] = 0;
  return { ...ways, htpCount, homeCounts: kinds.some(({ htp, home }) => htp && home > 0), changes: changesOf(rig) };
}

const isDimmed = ({ htp, info }: ParameterKind): boolean => htp && info.family === "Intensity";
