import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { zipSync, type Zippable } from "fflate";
import { fail, isKind, isVersioned, ok, type Profile, type Result, type ShowRecord } from "@vexa/core";
import { openArchive, type Archive } from "../archive/open-archive";
import { fileName, pictureType, write as writeGdtf, type WheelPicture } from "../gdtf/index";

/** A show as a file holds it: recorded work and what belongs to it. People are names in it, never passwords. */
export interface ShowFile {
  readonly name: string;
  readonly records: readonly ShowRecord[];
  readonly sounds: readonly { readonly id: string; readonly contentType: string; readonly bytes: Uint8Array }[];
  readonly pictures: readonly { readonly profileId: string; readonly name: string; readonly bytes: Uint8Array }[];
}

/** The version that is written; all up to it are read. docs/reference/show-file.md describes each. */
export const SHOW_FILE_VERSION = 1;

const LIMITS = { octets: 1024 * 1048576, entries: 5000, expanded: 256 * 1048576 };
const FORMAT = "vexa show";
const MOST_RECORDS = 200_000;
/** Wheels' pictures are in the lamps' files, too, while all of them are no more: a file stays small enough to be taken in again. */
const MOST_TWICE = 16 * 1048576;

interface Manifest {
  readonly format: typeof FORMAT;
  readonly version: number;
  readonly name: string;
  readonly parts: readonly { readonly path: string; readonly sha256: string }[];
  readonly sounds: readonly { readonly path: string; readonly id: string; readonly contentType: string }[];
  readonly pictures: readonly { readonly path: string; readonly profileId: string; readonly name: string }[];
}

/**
 * Writes a show: a zip of JSON, one file for each kind of record, sounds and pictures, and a manifest with the sum of each. Its lamps lie beside
 * them as GDTF files, for other programs: what is read again are the records.
 */
export function write({ name, records, sounds, pictures }: ShowFile): Uint8Array {
  const kinds = new Map<string, ShowRecord[]>();
  for (const record of records) {
    const own = kinds.get(record.kind);
    if (own) own.push(record);
    else kinds.set(record.kind, [record]);
  }
  const text = new TextEncoder();
  const files = new Map<string, Uint8Array>(
    [...kinds].map(([kind, own]) => [`records/${kind}.json`, text.encode(JSON.stringify(own, null, 1))]),
  );
  const soundLines = sounds.map(({ id, contentType, bytes }, at) => {
    files.set(`sounds/${at}`, bytes);
    return { path: `sounds/${at}`, id, contentType };
  });
  const pictureLines = pictures.map(({ profileId, name: picture, bytes }, at) => {
    files.set(`pictures/${at}`, bytes);
    return { path: `pictures/${at}`, profileId, name: picture };
  });
  const twice = pictures.reduce((sum, { bytes }) => sum + bytes.length, 0) <= MOST_TWICE ? pictures : [];
  for (const profile of records)
    if (profile.kind === "profile") files.set(lampPath(profile, files), writeGdtf(profile, wheelPictures(profile.id, twice)));
  const manifest: Manifest = {
    format: FORMAT,
    version: SHOW_FILE_VERSION,
    name,
    parts: [...files].map(([path, bytes]) => ({ path, sha256: bytesToHex(sha256(bytes)) })),
    sounds: soundLines,
    pictures: pictureLines,
  };
  const packed: Zippable = { "manifest.json": [text.encode(JSON.stringify(manifest, null, 1)), { level: 6 }] };
  for (const [path, bytes] of files) packed[path] = [bytes, { level: path.startsWith("records/") ? 6 : 0 }];
  return zipSync(packed, { mtime: "1980-01-01T12:00:00" });
}

/** Two profiles of one model lie beside each other. */
function lampPath(profile: Profile, taken: ReadonlyMap<string, unknown>): string {
  const name = fileName(profile).replace(/\.gdtf$/, "");
  for (let at = 1; ; at++) {
    const path = `lamps/${name}${at === 1 ? "" : ` ${at}`}.gdtf`;
    if (!taken.has(path)) return path;
  }
}

function wheelPictures(profileId: string, pictures: ShowFile["pictures"]): WheelPicture[] {
  return pictures.flatMap(({ profileId: of, name, bytes }) => {
    const type = of === profileId ? pictureType(bytes) : null;
    return type ? [{ name, type, content: bytes }] : [];
  });
}

/** Reads a show's file of any version so far. Whether its records fit together is for the core to say. Errors: file.unreadable. */
export function read(bytes: Uint8Array, file = "The file"): Result<ShowFile> {
  const refuse = (why: string) => fail("file.unreadable", { name: file, why });
  const archive = openArchive(bytes, file, LIMITS);
  if (!archive.ok) return archive;
  const manifest = manifestOf(archive.value);
  if (typeof manifest === "string") return refuse(manifest);
  const parts = new Map<string, Uint8Array>();
  for (const { path, sha256: sum } of manifest.parts) {
    const part = archive.value.read(path);
    if (!part.ok) return refuse(`${path} is missing in it`);
    if (bytesToHex(sha256(part.value)) !== sum) return refuse(`${path} in it was changed or is damaged`);
    parts.set(path, part.value);
  }
  const records: ShowRecord[] = [];
  for (const [path, part] of parts) {
    if (!path.startsWith("records/")) continue;
    const own = jsonOf(part);
    if (!Array.isArray(own)) return refuse(`${path} in it is no list of records`);
    const strange = own.find((record) => !isRecord(record));
    if (strange !== undefined) return refuse(`${path} in it has something that is no record of a show`);
    if (records.length + own.length > MOST_RECORDS) return refuse(`it has more than ${MOST_RECORDS} records`);
    for (const record of own as ShowRecord[]) records.push(record);
  }
  const part = (path: string): Uint8Array => parts.get(path) ?? new Uint8Array(0);
  return ok({
    name: manifest.name,
    records,
    sounds: manifest.sounds.map(({ path, id, contentType }) => ({ id, contentType, bytes: part(path) })),
    pictures: manifest.pictures.map(({ path, profileId, name }) => ({ profileId, name, bytes: part(path) })),
  });
}

/** Recorded work, or a name of somebody. */
function isRecord(value: unknown): value is ShowRecord {
  if (typeof value !== "object" || value === null) return false;
  const { id, kind } = value as Partial<ShowRecord>;
  return typeof id === "string" && typeof kind === "string" && isKind(kind) && (kind === "person" || isVersioned(value as ShowRecord));
}

function jsonOf(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    return null;
  }
}

/** What the file says of itself, or what is wrong with that. */
function manifestOf(archive: Archive): Manifest | string {
  const read = archive.read("manifest.json");
  const manifest = read.ok ? (jsonOf(read.value) as Partial<Manifest> | null) : null;
  if (typeof manifest !== "object" || manifest?.format !== FORMAT) return "it is no show of Vexa";
  const { version, name } = manifest;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) return "it doesn't say its version";
  if (version > SHOW_FILE_VERSION) return `it was written by a later Vexa (version ${version}, this one reads up to ${SHOW_FILE_VERSION})`;
  const texts = (list: unknown, fields: readonly string[]): boolean =>
    Array.isArray(list) &&
    list.every(
      (line) =>
        typeof line === "object" && line !== null && fields.every((field) => typeof (line as Record<string, unknown>)[field] === "string"),
    );
  const whole =
    typeof name === "string" &&
    texts(manifest.parts, ["path", "sha256"]) &&
    texts(manifest.sounds, ["path", "id", "contentType"]) &&
    texts(manifest.pictures, ["path", "profileId", "name"]);
  return whole ? { ...(manifest as Manifest), name: name.trim().slice(0, 80) || "Show" } : "its manifest can't be read";
}
