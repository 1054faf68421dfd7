import { fail, MOST_OTP, ok, type Result } from "@vexa/core";

/**
 * Transform messages of ANSI E1.59 (OTP): where points of a system are. Source of the layout: the standard, from memory, with what
 * 5-references.md has of it (P30, P31, themselves unsure). Neither its text nor another maker's packets were at hand: unproven.
 */
export const OTP_PORT = 5568;
export const MAX_PRIORITY = 200;

const ID = [0x4f, 0x54, 0x50, 0x2d, 0x45, 0x31, 0x2e, 0x35, 0x39, 0x00, 0x00, 0x00];
const TRANSFORM_MESSAGE = 1;
const POINT_LAYER = 1;
const MODULE_LAYER = 1;
/** Of modules of manufacturer 0. */
const POSITION_MODULE = 1;
const POSITION_OCTETS = 13;
/** Of a position's options: its numbers are millimetres, not millionths of a metre. */
const IN_MILLIMETRES = 0x80;
const NAME_OCTETS = 32;
/** What fits into one packet of an Ethernet without being cut up. */
export const MOST_OCTETS = 1472;

/** Offsets from the beginning of a packet, and of the layers within it: each layer's own octets before the next. */
const AT = { vector: 12, length: 14, footerLength: 17, cid: 18, folio: 34, page: 38, lastPage: 40, name: 47 } as const;
const TRANSFORM = { at: 79, length: 2, system: 4, time: 5, options: 13, octets: 18 } as const;
const POINT = { length: 2, priority: 4, group: 5, point: 7, time: 11, octets: 24 } as const;
const MODULE = { length: 2, number: 4, octets: 6 } as const;
/** A layer's length counts what stands behind it. */
const LENGTH_END = 4;
const POINTS_AT = TRANSFORM.at + TRANSFORM.octets;

/** Where a point was. */
export interface OtpPoint {
  /** 0..200: of several sources of a point the highest counts. */
  readonly priority: number;
  /** 1..60000. */
  readonly group: number;
  /** 1..4294967295. */
  readonly point: number;
  /** When it was there, in millionths of a second by the source's own clock. */
  readonly micros: number;
  /** Metres; which way each goes is the source's. */
  readonly place: readonly [number, number, number];
}

/** One page of what a source says of a system's points. */
export interface OtpTransform {
  /** Component identifier: 16 octets that name the source for ever. */
  readonly cid: Uint8Array;
  /** At most 32 octets of UTF-8. */
  readonly name: string;
  /** One more with each set of points. */
  readonly folio: number;
  /** Pages of a set, from 0. */
  readonly page: number;
  readonly lastPage: number;
  /** 1..200. */
  readonly system: number;
  /** Those of the page that have a position. */
  readonly points: readonly OtpPoint[];
}

/** Whether a packet means to be OTP. */
export function isOtp(packet: Uint8Array): boolean {
  return packet.length >= ID.length && ID.every((octet, at) => packet[at] === octet);
}

/** The multicast group of a system's transform messages. */
export function multicastGroup(system: number): string {
  return `239.159.1.${system}`;
}

/**
 * Reads a transform message; points without a position, and modules of other kinds and makers, are passed over. Anything else is an error
 * that says what is wrong; never throws whatever the octets are.
 */
export function decode(packet: Uint8Array): Result<OtpTransform> {
  const wrong = (why: string): ReturnType<typeof fail> => fail("request.malformed", { why: `it isn't OTP: ${why}` });
  if (!isOtp(packet)) return wrong("it doesn't begin so");
  if (packet.length < POINTS_AT) return wrong(`it has ${packet.length} octets and needs at least ${POINTS_AT}`);
  const view = new DataView(packet.buffer, packet.byteOffset, packet.byteLength);
  if (view.getUint16(AT.vector) !== TRANSFORM_MESSAGE) return wrong("it says something else than where points are");
  if (view.getUint16(AT.length) !== packet.length - AT.length - 2) return wrong("its length doesn't fit");
  const end = packet.length - packet[AT.footerLength]!;
  if (end < POINTS_AT || view.getUint16(TRANSFORM.at) !== POINT_LAYER) return wrong("it has no points");
  if (view.getUint16(TRANSFORM.at + TRANSFORM.length) !== end - TRANSFORM.at - LENGTH_END)
    return wrong("its list of points has another length");
  const system = packet[TRANSFORM.at + TRANSFORM.system]!;
  if (system < 1 || system > MOST_OTP.system) return wrong(`there is no system ${system}`);
  const [page, lastPage] = [view.getUint16(AT.page), view.getUint16(AT.lastPage)];
  if (page > lastPage) return wrong(`page ${page} lies behind the last, ${lastPage}`);
  const points: OtpPoint[] = [];
  const why = readPoints(points, view, { from: POINTS_AT, to: end });
  if (why !== null) return wrong(why);
  return ok({
    cid: Uint8Array.from(packet.subarray(AT.cid, AT.cid + 16)),
    name: nameIn(packet),
    folio: view.getUint32(AT.folio),
    page,
    lastPage,
    system,
    points,
  });
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

function readPoints(points: OtpPoint[], view: DataView, { from, to }: Stretch): string | null {
  for (let at = from; at < to;) {
    if (to - at < POINT.octets) return "a point is cut off";
    const next = at + LENGTH_END + view.getUint16(at + POINT.length);
    if (next > to || next < at + POINT.octets) return "a point's length doesn't fit";
    const priority = view.getUint8(at + POINT.priority);
    const group = view.getUint16(at + POINT.group);
    const point = view.getUint32(at + POINT.point);
    if (view.getUint16(at) !== MODULE_LAYER) return "a point has no modules";
    if (priority > MAX_PRIORITY) return `there is no priority ${priority}`;
    if (group < 1 || group > MOST_OTP.group || point < 1) return `there is no point ${group}/${point}`;
    const place = positionIn(view, { from: at + POINT.octets, to: next });
    if (typeof place === "string") return place;
    if (place) points.push({ priority, group, point, micros: Number(view.getBigUint64(at + POINT.time)), place });
    at = next;
  }
  return null;
}

/** The position among a point's modules; null where there is none, words where they can't be read. */
function positionIn(view: DataView, { from, to }: Stretch): OtpPoint["place"] | string | null {
  let place: OtpPoint["place"] | null = null;
  for (let at = from; at < to;) {
    if (to - at < MODULE.octets) return "a module is cut off";
    const next = at + LENGTH_END + view.getUint16(at + MODULE.length);
    if (next > to || next < at + MODULE.octets) return "a module's length doesn't fit";
    if (view.getUint16(at) === 0 && view.getUint16(at + MODULE.number) === POSITION_MODULE) {
      const body = at + MODULE.octets;
      if (next - body !== POSITION_OCTETS) return `a position hasn't ${next - body} octets`;
      const metre = (view.getUint8(body) & IN_MILLIMETRES) === 0 ? 1e6 : 1e3;
      const axis = (index: number): number => view.getInt32(body + 1 + 4 * index) / metre;
      place = [axis(0), axis(1), axis(2)];
    }
    at = next;
  }
  return place;
}

function nameIn(packet: Uint8Array): string {
  const octets = packet.subarray(AT.name, AT.name + NAME_OCTETS);
  const end = octets.indexOf(0);
  return new TextDecoder().decode(end < 0 ? octets : octets.subarray(0, end));
}

/** A set of points as one page, in millionths of a metre. What doesn't fit into one packet is a programmer's mistake and throws. */
export function encode(of: Pick<OtpTransform, "cid" | "name" | "folio" | "system" | "points">): Uint8Array {
  const { cid, name, folio, system, points } = of;
  const each = POINT.octets + MODULE.octets + POSITION_OCTETS;
  const packet = new Uint8Array(POINTS_AT + each * points.length);
  if (packet.length > MOST_OCTETS) throw new RangeError(`${points.length} points don't fit into a packet`);
  const view = new DataView(packet.buffer);
  packet.set(ID);
  view.setUint16(AT.vector, TRANSFORM_MESSAGE);
  view.setUint16(AT.length, packet.length - AT.length - 2);
  packet.set(cid.subarray(0, 16), AT.cid);
  view.setUint32(AT.folio, folio >>> 0);
  new TextEncoder().encodeInto(name, packet.subarray(AT.name, AT.name + NAME_OCTETS));
  view.setUint16(TRANSFORM.at, POINT_LAYER);
  view.setUint16(TRANSFORM.at + TRANSFORM.length, packet.length - TRANSFORM.at - LENGTH_END);
  packet[TRANSFORM.at + TRANSFORM.system] = system;
  view.setBigUint64(TRANSFORM.at + TRANSFORM.time, BigInt(Math.max(0, ...points.map(({ micros }) => Math.round(micros)))));
  points.forEach((point, index) => writePoint(view, POINTS_AT + each * index, point));
  return packet;
}

function writePoint(view: DataView, at: number, { priority, group, point, micros, place }: OtpPoint): void {
  view.setUint16(at, MODULE_LAYER);
  view.setUint16(at + POINT.length, POINT.octets + MODULE.octets + POSITION_OCTETS - LENGTH_END);
  view.setUint8(at + POINT.priority, priority);
  view.setUint16(at + POINT.group, group);
  view.setUint32(at + POINT.point, point);
  view.setBigUint64(at + POINT.time, BigInt(Math.round(micros)));
  const inside = at + POINT.octets;
  view.setUint16(inside + MODULE.length, MODULE.octets + POSITION_OCTETS - LENGTH_END);
  view.setUint16(inside + MODULE.number, POSITION_MODULE);
  place.forEach((metres, axis) => view.setInt32(inside + MODULE.octets + 1 + 4 * axis, Math.round(metres * 1e6)));
}
