import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, where, yesOrNo, type Schema } from "../document/schema";
import { MAX_UNIVERSE } from "../rig/fixture";

export const OUTPUT_PROTOCOLS = ["E1.31", "Art-Net"] as const;
export type OutputProtocol = (typeof OUTPUT_PROTOCOLS)[number];

/** Packets of a universe a second at most. */
export const OUTPUT_RATES = [44, 40, 33, 25] as const;

/** In place of an address: each universe goes to its own group (E1.31 9.3.1), for whoever joins it. */
export const TO_GROUPS = "groups";

/** A receiver to which universes go, or all who listen to a universe's group. */
export interface OutputLine {
  readonly id: string;
  readonly kind: "output";
  readonly version: number;
  readonly name: string;
  readonly protocol: OutputProtocol;
  /** IPv4 of one receiver; `groups` for E1.31's own multicast; with Art-Net also a broadcast address such as 2.255.255.255. */
  readonly address: string;
  /** null = the protocol's own. */
  readonly port: number | null;
  /** The universes that go there; null = all. */
  readonly universes: { readonly from: number; readonly to: number } | null;
  /** Added to a universe's number to give the receiver's; Art-Net counts from 0, so 1 with -1 is its first. */
  readonly shift: number;
  /** E1.31 alone: of several sources receivers take the highest. */
  readonly priority: number;
  /** E1.31 alone: receivers wait for the packet of this address and take all universes of a frame together; none = each as it comes. */
  readonly sync?: number;
  readonly rate: (typeof OUTPUT_RATES)[number];
  readonly on: boolean;
  /** The interface by which it leaves this machine, as whoever let it was told; none = it stays here, or isn't let yet. */
  readonly leavesBy?: string;
}

/** Whether an output sends each universe to its own group. */
export function sendsToGroups({ on, protocol, address }: OutputLine): boolean {
  return on && protocol === "E1.31" && address === TO_GROUPS;
}

const octet = "(25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)";
const IPV4 = new RegExp(`^${octet}\\.${octet}\\.${octet}\\.${octet}$`);

/** Whether an address is this machine's own, whatever network there is. */
export function staysHere(address: string): boolean {
  return IPV4.test(address) && address.startsWith("127.");
}

/** Whether an address is one receiver's: neither a group's, nor everybody's, nor none. */
export function isUnicast(address: string): boolean {
  const match = IPV4.exec(address);
  const first = match ? Number(match[1]) : 0;
  return first >= 1 && first < 224 && !address.endsWith(".255");
}

/** All hosts of a network, by its last octets. */
function isBroadcast(address: string): boolean {
  const match = IPV4.exec(address);
  return match !== null && Number(match[1]) < 224 && address.endsWith(".255");
}

const rateSchema: Schema<OutputLine["rate"]> = (value, path) =>
  OUTPUT_RATES.some((rate) => rate === value) ? null : { path, value, why: `it must be one of ${OUTPUT_RATES.join(", ")}` };

export const outputSchema: Schema<OutputLine> = where(
  fields<OutputLine>({
    id: textUpTo(64),
    kind: oneOf(["output"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: textUpTo(80),
    protocol: oneOf(OUTPUT_PROTOCOLS),
    address: textUpTo(15),
    port: nullable(integerIn(1, 65535)),
    universes: nullable(fields<NonNullable<OutputLine["universes"]>>({ from: integerIn(1, MAX_UNIVERSE), to: integerIn(1, MAX_UNIVERSE) })),
    shift: integerIn(-MAX_UNIVERSE, MAX_UNIVERSE),
    priority: numberIn(0, 200),
    sync: optional(integerIn(1, MAX_UNIVERSE)),
    rate: rateSchema,
    on: yesOrNo,
    leavesBy: optional(textUpTo(40)),
  }),
  ({ protocol, address, universes, leavesBy, priority, on, sync }) => {
    const many = protocol === "E1.31" ? address === TO_GROUPS : isBroadcast(address);
    if (!isUnicast(address) && !many)
      return protocol === "E1.31"
        ? `its address must be that of one receiver, such as 10.0.0.21, or ${TO_GROUPS}`
        : "its address must be that of one receiver, such as 2.0.0.21, or a broadcast address, such as 2.255.255.255";
    if (on && !staysHere(address) && leavesBy === undefined) return "it leaves this machine: that must be let by naming the interface";
    if (sync !== undefined && protocol !== "E1.31") return "synchronisation is E1.31's";
    if (universes && universes.from > universes.to) return "its universes must rise";
    return Number.isInteger(priority) ? null : "its priority must be a whole number";
  },
);
