import { attributeInfo } from "../rig/attributes";
import type { Parameter, Rig } from "../rig/rig";

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
}

const ADDING = { replaces: 0, adds: 1, takes: 2 } as const;

export function rigWays({ parameters, htpCount }: Rig): RigWays {
  const flags = (of: (parameter: Parameter) => number): Uint8Array => Uint8Array.from(parameters, of);
  return {
    htpCount,
    home: Float32Array.from(parameters, ({ home }) => home),
    adding: flags(({ channel: { attribute } }) => ADDING[attributeInfo(attribute).mixing ?? "replaces"]),
    dims: flags(({ htp, channel }) => (htp && attributeInfo(channel.attribute).family === "Intensity" ? 1 : 0)),
    homeCounts: parameters.some(({ htp, home }) => htp && home > 0),
  };
}
