import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { libraryFiles } from "./files";

/** Writes the library's files anew: npx tsx packages/library/src/write-lamps.ts */
const folder = new URL("../lamps/", import.meta.url);
mkdirSync(folder, { recursive: true });
for (const old of readdirSync(folder)) rmSync(new URL(encodeURIComponent(old), folder));
for (const [name, bytes] of libraryFiles()) writeFileSync(new URL(encodeURIComponent(name), folder), bytes);
