import { fail, ok, type Result } from "@vexa/core";

/**
 * ArtPoll and ArtPollReply of Art-Net 4: who is there, and which Port-Addresses they put out. Source of the layout: the published specification,
 * from memory (5-references.md P26, P27), confirmed by tshark's dissector where it is installed.
 */
const ID = [0x41, 0x72, 0x74, 0x2d, 0x4e, 0x65, 0x74, 0x00];
const OP_POLL = 0x2000;
const OP_POLL_REPLY = 0x2100;
const PROTOCOL_VERSION = 14;
const POLL_OCTETS = 14;
const REPLY_OCTETS = 239;
/** Up to the ports that are put out: what newer issues have behind it isn't needed. */
const LEAST_REPLY_OCTETS = 194;
const MOST_PORTS = 4;
const AT = {
  opCode: 8,
  address: 10,
  port: 14,
  netSwitch: 18,
  subSwitch: 19,
  shortName: 26,
  longName: 44,
  report: 108,
  portCount: 172,
  portTypes: 174,
  putsOut: 190,
  style: 200,
  bindIndex: 211,
} as const;
const LENGTHS = { shortName: 18, longName: 64, report: 64 } as const;
/** Of a port's type: it puts out what comes by Art-Net. */
const PUTS_OUT = 0x80;
const STYLE_CONTROLLER = 1;

/** What a node says of itself. Nodes with more than four ports say it once for each four of them. */
export interface ArtNode {
  readonly name: string;
  readonly longName: string;
  /** What it says of how it is, in its own words. */
  readonly report: string;
  /** Port-Addresses that it puts out, rising. */
  readonly portAddresses: readonly number[];
  /** Which of its parts this is, from 0 or 1. */
  readonly part: number;
}

/** What a packet is; null where it is none of Art-Net's, or of another kind. */
export function kindOf(packet: Uint8Array): "poll" | "poll-reply" | null {
  if (packet.length < AT.opCode + 2 || ID.some((octet, at) => packet[at] !== octet)) return null;
  const opCode = packet[AT.opCode]! | (packet[AT.opCode + 1]! << 8);
  return opCode === OP_POLL ? "poll" : opCode === OP_POLL_REPLY ? "poll-reply" : null;
}

/** Asks everybody who hears it to say who they are. */
export function encodePoll(): Uint8Array {
  const packet = begun(POLL_OCTETS, OP_POLL);
  new DataView(packet.buffer).setUint16(10, PROTOCOL_VERSION);
  return packet;
}

/** Errors: artnet.unreadable. */
export function decodeReply(packet: Uint8Array): Result<ArtNode> {
  if (kindOf(packet) !== "poll-reply") return fail("artnet.unreadable", { why: "it is no answer to a poll" });
  if (packet.length < LEAST_REPLY_OCTETS) return fail("artnet.unreadable", { why: `an answer hasn't ${packet.length} octets` });
  const ports = packet[AT.portCount]! * 256 + packet[AT.portCount + 1]!;
  const high = ((packet[AT.netSwitch]! & 0x7f) << 8) | ((packet[AT.subSwitch]! & 0x0f) << 4);
  const portAddresses = Array.from({ length: Math.min(ports, MOST_PORTS) }, (_, port) => port)
    .filter((port) => (packet[AT.portTypes + port]! & PUTS_OUT) !== 0)
    .map((port) => high | (packet[AT.putsOut + port]! & 0x0f));
  return ok({
    name: textAt(packet, "shortName"),
    longName: textAt(packet, "longName"),
    report: textAt(packet, "report"),
    portAddresses: [...new Set(portAddresses)].sort((a, b) => a - b),
    part: packet[AT.bindIndex] ?? 0,
  });
}

/** The answer of a controller, which puts nothing out itself. `address`: four octets. */
export function encodeReply(of: { address: readonly number[]; port: number; name: string; longName: string }): Uint8Array {
  const packet = begun(REPLY_OCTETS, OP_POLL_REPLY);
  packet.set(of.address.slice(0, 4), AT.address);
  new DataView(packet.buffer).setUint16(AT.port, of.port, true);
  putText(packet, "shortName", of.name);
  putText(packet, "longName", of.longName);
  putText(packet, "report", "#0001 [0000] all is well");
  packet[AT.style] = STYLE_CONTROLLER;
  packet[AT.bindIndex] = 1;
  return packet;
}

function begun(octets: number, opCode: number): Uint8Array {
  const packet = new Uint8Array(octets);
  packet.set(ID);
  new DataView(packet.buffer).setUint16(AT.opCode, opCode, true);
  return packet;
}

/** ASCII up to its NUL; signs that nobody sees are left out. */
function textAt(packet: Uint8Array, field: keyof typeof LENGTHS): string {
  const octets = packet.subarray(AT[field], AT[field] + LENGTHS[field]);
  const end = octets.indexOf(0);
  return String.fromCharCode(...(end < 0 ? octets : octets.subarray(0, end)))
    .replace(/[^\x20-\x7e]/g, "")
    .trim();
}

function putText(packet: Uint8Array, field: keyof typeof LENGTHS, text: string): void {
  const plain = text.replace(/[^\x20-\x7e]/g, "?").slice(0, LENGTHS[field] - 1);
  packet.set(new TextEncoder().encode(plain), AT[field]);
}
