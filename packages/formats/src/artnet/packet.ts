/**
 * ArtDmx packets of Art-Net 4. Source of the layout: the published specification, from memory (5-references.md), confirmed by tshark's dissector
 * where it is installed.
 */
export const ARTNET_PORT = 6454;
/** Highest Port-Address: 7 bits of net, 4 of sub-net, 4 of universe. */
export const MAX_PORT_ADDRESS = 32767;
/** Offset of slot 1 in a packet. */
export const SLOTS_OFFSET = 18;

const ID = [0x41, 0x72, 0x74, 0x2d, 0x4e, 0x65, 0x74, 0x00];
const OP_DMX = 0x5000;
const PROTOCOL_VERSION = 14;
const SLOTS = 512;
const AT = { opCode: 8, version: 10, sequence: 12, physical: 13, portAddress: 14, length: 16 } as const;

/** A packet with 512 slots. Numbers out of range are a programmer's mistake and throw. */
export function encode({ portAddress, sequence, slots }: { portAddress: number; sequence: number; slots: Uint8Array }): Uint8Array {
  if (portAddress < 0 || portAddress > MAX_PORT_ADDRESS) throw new RangeError(`Port-Address ${portAddress}`);
  if (slots.length > SLOTS) throw new RangeError(`a packet has at most ${SLOTS} slots, not ${slots.length}`);
  const packet = new Uint8Array(SLOTS_OFFSET + SLOTS);
  const view = new DataView(packet.buffer);
  packet.set(ID);
  view.setUint16(AT.opCode, OP_DMX, true);
  view.setUint16(AT.version, PROTOCOL_VERSION);
  packet[AT.sequence] = sequence;
  view.setUint16(AT.portAddress, portAddress, true);
  view.setUint16(AT.length, SLOTS);
  packet.set(slots, SLOTS_OFFSET);
  return packet;
}

/** Counts from 1 to 255 and on: 0 would say that order doesn't matter. */
export function setSequence(packet: Uint8Array, sequence: number): void {
  packet[AT.sequence] = sequence;
}
