import { setFlagsFromString } from "node:v8";
import { Worker } from "node:worker_threads";
import type { EngineStart } from "./messages";

/** Where tests have bundled the thread, by this name in the environment. */
export const TEST_ENGINE_WORKER = "VEXA_TEST_ENGINE_WORKER";

/** Starts the engine's thread: as it was built; from source (tests) as it was bundled for them, or by the loader of TypeScript. */
export function openWorker(workerData: EngineStart): Worker {
  // After a busy while V8 would collect a heap that has grown quiet, to make it smaller: two frames and more in one go, while chases run.
  setFlagsFromString("--no-memory-reducer");
  const options = { workerData, transferList: workerData.predecessor ? [workerData.predecessor.port] : [] };
  if (!import.meta.url.endsWith(".ts")) return new Worker(new URL("./engine-worker.js", import.meta.url), options);
  const bundled = process.env[TEST_ENGINE_WORKER];
  if (bundled !== undefined) return new Worker(bundled, options);
  const source = JSON.stringify(new URL("./engine-worker.ts", import.meta.url).href);
  return new Worker(`import("tsx/esm/api").then(({ tsImport }) => tsImport(${source}, ${source}))`, { eval: true, ...options });
}
