import { attributeInfo } from "../rig/attributes";
import { changesOf, type Changes } from "../rig/changes";
import type { Parameter, Rig } from "../rig/rig";
import { numbersOf } from "./numbers-of";

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
  const flags = (of: (parameter: Parameter) => number): Uint8Array => numbersOf(Uint8Array, parameters, of);
  return {
    htpCount,
    home: numbersOf(Float32Array, parameters, ({ home }) => home),
    adding: flags(({ channel: { attribute } }) => ADDING[attributeInfo(attribute).mixing ?? "replaces"]),
    dims: dimsOf(rig),
    homeCounts: parameters.some(({ htp, home }) => htp && home > 0),
    changes: changesOf(rig),
  };
}

/** Intensities; but not masters of what dims by itself: it would be dimmed twice. */
function dimsOf({ parameters }: Rig): Uint8Array {
  const intensity = ({ htp, channel }: Parameter): boolean => htp && attributeInfo(channel.attribute).family === "Intensity";
  const dims = numbersOf(Uint8Array, parameters, (parameter) => (intensity(parameter) ? 1 : 0));
  for (const parameter of parameters) if (parameter.master >= 0 && intensity(parameter)) dims[parameter.master] = 0;
  return dims;
}
