import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "vite";
import { TEST_ENGINE_WORKER } from "../engine-host/open-worker";

const SERVER = fileURLToPath(new URL("../..", import.meta.url));
/** From there it finds the packages that it asks for. */
const STATE = fileURLToPath(new URL("../../../../.vexa", import.meta.url));

/** Bundles the engine's thread once for a run of tests: read file by file, each start of it took three seconds of a processor. */
export default async function setUp(): Promise<() => void> {
  mkdirSync(STATE, { recursive: true });
  const outDir = mkdtempSync(join(STATE, "engine-worker-"));
  const input = { "engine-worker": "src/engine-host/engine-worker.ts" };
  await build({ root: SERVER, logLevel: "error", build: { outDir, rollupOptions: { input } } });
  process.env[TEST_ENGINE_WORKER] = join(outDir, "engine-worker.js");
  return () => rmSync(outDir, { recursive: true, force: true });
}
