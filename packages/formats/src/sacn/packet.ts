import { fail, ok, type Result } from "@vexa/core";

/**
 * E1.31 (sACN) data packets. Source of the layout: ANSI E1.31-2018 Table 4-1, from memory, confirmed octet for octet
 * against the npm package sacn 4.6.2 (see the test).
 */
export const SACN_PORT = 5568;
export const MAX_UNIVERSE = 63999;
/** Offset of slot 1 in a packet. */
export const SLOTS_OFFSET = 126;

const MAX_SLOTS = 512;
const NAME_OCTETS = 64;
const AT = { cid: 22, name: 44, priority: 108, sync: 109, sequence: 111, options: 112, universe: 113, startCode: 125 } as const;
/** Preamble size 0x0010, postamble size 0, the ACN packet identifier. */
const PREAMBLE = [0x00, 0x10, 0x00, 0x00, 0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0x00, 0x00, 0x00];

/** Bits of the options octet (6.2.6). */
export const OPTIONS = { preview: 0x80, terminated: 0x40, forceSynchronization: 0x20 } as const;

export interface SacnData {
  /** Component identifier: 16 octets that name this sender for ever. */
  readonly cid: Uint8Array;
  /** At most 63 octets of UTF-8; what is longer is cut between characters. */
  readonly sourceName: string;
  /** 0..200, usually 100. */
  readonly priority: number;
  /** 0..255, one more with each packet of a universe. */
  readonly sequence: number;
  /** 1..63999. */
  readonly universe: number;
  /** Sum of OPTIONS. */
  readonly options: number;
  /** Universe of the synchronization packets, 0 = act at once. */
  readonly syncAddress: number;
  /** Always 0 for dimmer data. */
  readonly startCode: number;
  /** 1 to 512 levels. */
  readonly slots: Uint8Array;
}

/** A data packet. Numbers out of range are a programmer's mistake and throw. */
export function encode(data: Omit<SacnData, "options" | "syncAddress" | "startCode"> & Partial<SacnData>): Uint8Array {
  const { slots } = data;
  if (slots.length < 1 || slots.length > MAX_SLOTS) throw new RangeError(`a packet has 1 to 512 slots, not ${slots.length}`);
  if (data.universe < 1 || data.universe > MAX_UNIVERSE) throw new RangeError(`universe ${data.universe}`);
  if (data.priority < 0 || data.priority > 200) throw new RangeError(`priority ${data.priority}`);
  if (data.cid.length !== 16) throw new RangeError("a CID has 16 octets");
  const packet = new Uint8Array(SLOTS_OFFSET + slots.length);
  const view = new DataView(packet.buffer);
  packet.set(PREAMBLE);
  const flagsAndLength = (offset: number): void => view.setUint16(offset, 0x7000 | (packet.length - offset));
  flagsAndLength(16);
  view.setUint32(18, 0x00000004);
  packet.set(data.cid, AT.cid);
  flagsAndLength(38);
  view.setUint32(40, 0x00000002);
  packet.set(nameOctets(data.sourceName), AT.name);
  packet[AT.priority] = data.priority;
  view.setUint16(AT.sync, data.syncAddress ?? 0);
  packet[AT.sequence] = data.sequence & 255;
  packet[AT.options] = data.options ?? 0;
  view.setUint16(AT.universe, data.universe);
  flagsAndLength(115);
  packet[117] = 0x02;
  packet[118] = 0xa1;
  view.setUint16(119, 0);
  view.setUint16(121, 1);
  view.setUint16(123, slots.length + 1);
  packet[AT.startCode] = data.startCode ?? 0;
  packet.set(slots, SLOTS_OFFSET);
  return packet;
}

/** Writes what changes from frame to frame into a packet made by `encode`, without a new one. */
export function refresh(packet: Uint8Array, next: { sequence: number; options: number }): void {
  packet[AT.sequence] = next.sequence & 255;
  packet[AT.options] = next.options;
}

/** Whose stream counts: 0..200, the highest of several. */
export function setPriority(packet: Uint8Array, priority: number): void {
  packet[AT.priority] = priority;
}

/** A synchronization packet: receivers act now on what came for its address (4.2 and 6.3, from memory; P15 of 5-references.md). */
export function synchronization({ cid, sequence, syncAddress }: Pick<SacnData, "cid" | "sequence" | "syncAddress">): Uint8Array {
  if (syncAddress < 1 || syncAddress > MAX_UNIVERSE) throw new RangeError(`synchronization address ${syncAddress}`);
  const packet = new Uint8Array(49);
  const view = new DataView(packet.buffer);
  packet.set(PREAMBLE);
  for (const offset of [16, 38]) view.setUint16(offset, 0x7000 | (packet.length - offset));
  view.setUint32(18, 0x00000008);
  packet.set(cid, AT.cid);
  view.setUint32(40, 0x00000001);
  packet[44] = sequence & 255;
  view.setUint16(45, syncAddress);
  return packet;
}

/** Reads a data packet; anything else is an error that says what is wrong. The slots are a view, not a copy. */
export function decode(packet: Uint8Array): Result<SacnData> {
  const wrong = (why: string): ReturnType<typeof fail> => fail("sacn.unreadable", { why });
  if (packet.length < SLOTS_OFFSET) return wrong(`it has ${packet.length} octets and needs at least ${SLOTS_OFFSET}`);
  if (PREAMBLE.some((octet, at) => packet[at] !== octet)) return wrong("it doesn't start as an ACN packet");
  const view = new DataView(packet.buffer, packet.byteOffset, packet.byteLength);
  if (view.getUint32(18) !== 0x00000004 || view.getUint32(40) !== 0x00000002) return wrong("it carries something else than levels");
  if (packet[117] !== 0x02 || packet[118] !== 0xa1 || view.getUint16(119) !== 0 || view.getUint16(121) !== 1)
    return wrong("its property layer isn't that of DMX512-A data");
  const count = view.getUint16(123) - 1;
  if (count < 0 || count > MAX_SLOTS || SLOTS_OFFSET + count > packet.length)
    return wrong(`it promises ${count} slots and has ${packet.length - SLOTS_OFFSET}`);
  for (const offset of [16, 38, 115])
    if (view.getUint16(offset) !== (0x7000 | (SLOTS_OFFSET + count - offset))) return wrong(`the length at octet ${offset} doesn't fit`);
  const universe = view.getUint16(AT.universe);
  const priority = packet[AT.priority]!;
  if (universe < 1 || universe > MAX_UNIVERSE) return wrong(`there is no universe ${universe}`);
  if (priority > 200) return wrong(`there is no priority ${priority}`);
  return ok({
    cid: packet.slice(AT.cid, AT.cid + 16),
    sourceName: nameIn(packet),
    priority,
    sequence: packet[AT.sequence]!,
    universe,
    options: packet[AT.options]!,
    syncAddress: view.getUint16(AT.sync),
    startCode: packet[AT.startCode]!,
    slots: packet.subarray(SLOTS_OFFSET, SLOTS_OFFSET + count),
  });
}

/** Tells whether a packet numbered `next` follows `last`: not when it is 1 to 19 behind, or the same again (6.7.2, from memory). */
export function inSequence(last: number, next: number): boolean {
  const difference = ((next - last + 128) & 255) - 128;
  return difference > 0 || difference <= -20;
}

/** The multicast group of a universe (9.3.1). */
export function multicastGroup(universe: number): string {
  return `239.255.${universe >> 8}.${universe & 255}`;
}

/** Universes that a source sends are told to this one's group (6.2.7, appendix A). */
export const DISCOVERY_UNIVERSE = 64214;
/** Every so often (E131_UNIVERSE_DISCOVERY_INTERVAL). */
export const DISCOVERY_SECONDS = 10;
const UNIVERSES_A_PAGE = 512;

/** Universe discovery packets, a page of 512 universes each (4.3 and 8, from memory; P17 of 5-references.md). */
export function discovery({
  cid,
  sourceName,
  universes,
}: Pick<SacnData, "cid" | "sourceName"> & { universes: readonly number[] }): Uint8Array[] {
  const sorted = [...new Set(universes)].sort((a, b) => a - b);
  const pages = Math.max(1, Math.ceil(sorted.length / UNIVERSES_A_PAGE));
  return Array.from({ length: pages }, (_, page) => {
    const own = sorted.slice(page * UNIVERSES_A_PAGE, (page + 1) * UNIVERSES_A_PAGE);
    const packet = new Uint8Array(120 + 2 * own.length);
    const view = new DataView(packet.buffer);
    packet.set(PREAMBLE);
    for (const offset of [16, 38, 112]) view.setUint16(offset, 0x7000 | (packet.length - offset));
    view.setUint32(18, 0x00000008);
    packet.set(cid, AT.cid);
    view.setUint32(40, 0x00000002);
    packet.set(nameOctets(sourceName), AT.name);
    view.setUint32(114, 0x00000001);
    packet[118] = page;
    packet[119] = pages - 1;
    own.forEach((universe, at) => view.setUint16(120 + 2 * at, universe));
    return packet;
  });
}

/** A page of a source's universes. */
export interface DiscoveryPage {
  readonly cid: Uint8Array;
  readonly sourceName: string;
  readonly page: number;
  readonly lastPage: number;
  readonly universes: readonly number[];
}

/** Reads a universe discovery packet; anything else is an error that says what is wrong. */
export function decodeDiscovery(packet: Uint8Array): Result<DiscoveryPage> {
  const wrong = (why: string): ReturnType<typeof fail> => fail("sacn.unreadable", { why });
  if (packet.length < 120 || packet.length > 120 + 2 * UNIVERSES_A_PAGE || packet.length % 2 !== 0)
    return wrong(`a list of universes hasn't ${packet.length} octets`);
  if (PREAMBLE.some((octet, at) => packet[at] !== octet)) return wrong("it doesn't start as an ACN packet");
  const view = new DataView(packet.buffer, packet.byteOffset, packet.byteLength);
  if (view.getUint32(18) !== 0x00000008 || view.getUint32(40) !== 0x00000002 || view.getUint32(114) !== 0x00000001)
    return wrong("it is no list of universes");
  for (const offset of [16, 38, 112])
    if (view.getUint16(offset) !== (0x7000 | (packet.length - offset))) return wrong(`the length at octet ${offset} doesn't fit`);
  const [page, lastPage] = [packet[118]!, packet[119]!];
  if (page > lastPage) return wrong(`page ${page} lies behind the last, ${lastPage}`);
  return ok({
    cid: packet.slice(AT.cid, AT.cid + 16),
    sourceName: nameIn(packet),
    page,
    lastPage,
    universes: Array.from({ length: (packet.length - 120) / 2 }, (_, at) => view.getUint16(120 + 2 * at)),
  });
}

function nameIn(packet: Uint8Array): string {
  return new TextDecoder().decode(packet.subarray(AT.name, AT.name + NAME_OCTETS)).split("\0")[0]!;
}

function nameOctets(name: string): Uint8Array {
  const encoder = new TextEncoder();
  let cut = name;
  while (encoder.encode(cut).length > NAME_OCTETS - 1) cut = [...cut].slice(0, -1).join("");
  return encoder.encode(cut);
}
