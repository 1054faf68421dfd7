import { attributeInfo, type Attribute, type AttributeInfo } from "../rig/attributes";
import { changesOf, type Changes } from "../rig/changes";
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
  const { parameters, htpCount } = rig;
  const ways = {
    home: new Float32Array(parameters.length),
    adding: new Uint8Array(parameters.length),
    dims: new Uint8Array(parameters.length),
  };
  let homeCounts = false;
  let attribute: Attribute = "Dimmer";
  let info = attributeInfo(attribute);
  for (let at = 0; at < parameters.length; at++) {
    const { channel, home, htp } = parameters[at]!;
    // One attribute's parameters follow each other.
    if (channel.attribute !== attribute) info = attributeInfo((attribute = channel.attribute));
    ways.home[at] = home;
    ways.adding[at] = ADDING[info.mixing ?? "replaces"];
    ways.dims[at] = isDimmed(htp, info) ? 1 : 0;
    homeCounts ||= htp && home > 0;
  }
  takeOutMasters(ways.dims, rig);
  return { ...ways, htpCount, homeCounts, changes: changesOf(rig) };
}

const isDimmed = (htp: boolean, { family }: Pick<AttributeInfo, "family">): boolean => htp && family === "Intensity";

/** Not masters of what dims by itself: it would be dimmed twice. */
function takeOutMasters(dims: Uint8Array, { parameters }: Rig): void {
  for (const { master, htp, channel } of parameters) if (master >= 0 && isDimmed(htp, attributeInfo(channel.attribute))) dims[master] = 0;
}
