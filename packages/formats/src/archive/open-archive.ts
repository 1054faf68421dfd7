import { Unzip, UnzipInflate, unzipSync, type UnzipFileInfo } from "fflate";
import { fail, ok, type Result } from "@vexa/core";

/** What a file may take at most. */
export interface ArchiveLimits {
  /** Octets of the archive itself. */
  readonly octets: number;
  readonly entries: number;
  /** Octets of one entry when it is expanded. */
  readonly expanded: number;
}

/** The entries of a zip file; each is expanded when it is asked for, and no name is ever used as a path. */
export interface Archive {
  readonly names: readonly string[];
  /** Fails where there is no such entry, or it is too large. */
  read(name: string): Result<Uint8Array>;
}

const PLAIN_NAME = /^[^\\:\0]{1,200}$/;

/** Opens a zip file. Errors say what is wrong with it in words; nothing is expanded before sizes are known. */
export function openArchive(bytes: Uint8Array, file: string, limits: ArchiveLimits): Result<Archive> {
  const refuse = (why: string) => fail("file.unreadable", { name: file, why });
  if (bytes.length === 0) return refuse("it is empty");
  if (bytes.length > limits.octets) return refuse(`it is larger than ${Math.round(limits.octets / 1048576)} MB`);
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) return refuse("it isn't a zip file");
  const entries = new Map<string, number>();
  let strange: string | null = null;
  let count = 0;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize, compression }: UnzipFileInfo) => {
        count++;
        if (!PLAIN_NAME.test(name) || name.startsWith("/") || name.split("/").includes("..")) strange ??= name;
        if (compression !== 0 && compression !== 8) strange ??= name;
        if (!name.endsWith("/")) entries.set(name, originalSize);
        return false;
      },
    });
  } catch {
    return refuse("it is cut short or damaged");
  }
  if (count > limits.entries) return refuse(`it holds ${count} files, and at most ${limits.entries} are read`);
  if (strange !== null) return refuse(`it holds a file with a name that can't be used (${(strange as string).slice(0, 60)})`);
  return ok({
    names: [...entries.keys()],
    read: (name) => {
      const size = entries.get(name);
      if (size === undefined) return refuse(`it holds no ${name}`);
      if (size > limits.expanded) return refuse(`${name} in it is larger than ${Math.round(limits.expanded / 1048576)} MB`);
      const read = expanded(bytes, name, limits.expanded);
      if (read === "too large") return refuse(`${name} in it is larger than ${Math.round(limits.expanded / 1048576)} MB`);
      return read === "damaged" ? refuse(`${name} in it is damaged`) : ok(read);
    },
  });
}

const PIECE = 65536;

/** One entry, piece by piece: what claims to be small and isn't is given up as soon as it has grown too large. */
function expanded(bytes: Uint8Array, name: string, most: number): Uint8Array | "too large" | "damaged" {
  const pieces: Uint8Array[] = [];
  let [total, state] = [0, "reading" as "reading" | "done" | "too large" | "damaged"];
  const unzip = new Unzip((file) => {
    if (file.name !== name || state !== "reading") return;
    file.ondata = (error, piece, final) => {
      if (state !== "reading") return;
      total += error ? 0 : piece.length;
      if (error) state = "damaged";
      else if (total > most) state = "too large";
      else {
        pieces.push(piece);
        if (final) state = "done";
      }
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && state === "reading"; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch {
    return "damaged";
  }
  if (state !== "done") return state === "too large" ? state : "damaged";
  const whole = new Uint8Array(total);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}
