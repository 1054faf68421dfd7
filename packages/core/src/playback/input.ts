import { fields, integerIn, nullable, oneOf, textUpTo, where, yesOrNo, type Schema } from "../document/schema";
import { MAX_UNIVERSE } from "../rig/fixture";
import { isUnicast } from "./output";

/**
 * How a universe from outside meets ours: the higher of each slot counts, or it replaces ours while it lives; or none of it leaves, and its slots
 * are faders and buttons that move what they were learned for.
 */
export const INPUT_WAYS = ["highest", "replaces", "controls"] as const;
export type InputWay = (typeof INPUT_WAYS)[number];

/** A universe of E1.31 from outside that is merged into one of ours as it leaves, or that moves masters and cards. */
export interface InputLine {
  readonly id: string;
  readonly kind: "input";
  readonly version: number;
  readonly name: string;
  /** Its number outside, and ours. */
  readonly universe: number;
  readonly into: number;
  /** IPv4 of this machine's own on which it is heard. */
  readonly address: string;
  /** null = the protocol's own. */
  readonly port: number | null;
  /** It comes to its universe's group, which is joined; else to this machine alone. */
  readonly multicast: boolean;
  readonly way: InputWay;
  readonly on: boolean;
}

/** A sender that an input hears. */
export interface HeardSource {
  readonly name: string;
  readonly priority: number;
  /** It is among those that count. */
  readonly counts: boolean;
}

export const inputSchema: Schema<InputLine> = where(
  fields<InputLine>({
    id: textUpTo(64),
    kind: oneOf(["input"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: textUpTo(80),
    universe: integerIn(1, MAX_UNIVERSE),
    into: integerIn(1, MAX_UNIVERSE),
    address: textUpTo(15),
    port: nullable(integerIn(1, 65535)),
    multicast: yesOrNo,
    way: oneOf(INPUT_WAYS),
    on: yesOrNo,
  }),
  ({ address }) => (isUnicast(address) ? null : "its address must be one of this machine's own, such as 127.0.0.1"),
);
