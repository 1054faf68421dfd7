import { defineConfig } from "vitest/config";
import { watModules } from "./packages/kernels/src/wat-modules.ts";

/** Stories of the screen alone, where nothing is timed at the wire: they run side by side. */
const SCREENS = [
  "accessible",
  "accessible-show",
  "aiming",
  "bad-input",
  "colour-board",
  "crew",
  "double-clicks",
  "far-hands",
  "fingers",
  "following",
  "guests",
  "held",
  "locked-screen",
  "motion",
  "moving-dark",
  "newcomer",
  "pages",
  "player",
  "presets",
  "quick-line",
  "remote",
  "remote-notes",
  "rig",
  "rig-from-empty",
  "rig-patch",
  "rig-plan",
  "rig-service",
  "score-editing",
  "selecting",
  "show-place",
  "shows",
  "taking-up",
  "tonight",
  "tracking",
  "trace",
  "two-fingers",
  "veils",
  "windows",
  "wing",
].map((name) => `src/${name}.test.ts`);

/** No measure of anything: it stops what never ends, on a machine that others keep from working for minutes, too. */
const NEVER_ENDS_MS = 900_000;

const UNITS = [
  "packages/*/src/**/*.test.ts",
  "demo/src/**/*.test.ts",
  "docs/*.test.ts",
  "apps/devices/src/**/*.test.ts",
  "apps/web/src/**/*.test.ts",
];

/** The merge's proofs, which run once more with its loops in WebAssembly. */
const WITH_LOOPS = [
  "core/src/engine/engine-rig",
  "core/src/engine/engine-steps",
  "core/src/engine/home-share",
  "core/src/engine/merge-cases",
  "core/src/engine/coats",
].map((name) => `packages/${name}.test.ts`);
const HEAP = ["src/engine/engine-heap.test.ts"];

export default defineConfig({
  test: {
    projects: [
      // What only computes, in one worker: each module is read and run once, whoever's test it is of.
      {
        plugins: [watModules()],
        test: {
          name: "units",
          root: ".",
          include: UNITS,
          exclude: HEAP.map((file) => `packages/core/${file}`),
          testTimeout: NEVER_ENDS_MS,
          isolate: false,
        },
      },
      // In a process of its own, as the engine is: other tests' shapes of objects cost numbers on the heap.
      { test: { name: "heap", root: "packages/core", include: HEAP, testTimeout: NEVER_ENDS_MS } },
      {
        plugins: [watModules()],
        test: {
          name: "loops",
          root: ".",
          include: WITH_LOOPS,
          setupFiles: ["packages/kernels/src/set-up.ts"],
          testTimeout: NEVER_ENDS_MS,
          isolate: false,
        },
      },
      {
        test: {
          name: "server",
          root: "apps/server",
          include: ["src/**/*.test.ts"],
          setupFiles: ["reflect-metadata"],
          globalSetup: ["src/testing/database-set-up.ts", "src/testing/engine-worker-set-up.ts"],
          fileParallelism: false,
          isolate: false,
          testTimeout: NEVER_ENDS_MS,
          hookTimeout: NEVER_ENDS_MS,
        },
      },
      {
        test: {
          name: "screens",
          root: "e2e",
          include: SCREENS,
          setupFiles: ["src/what-pages-said.ts"],
          maxWorkers: 2,
          isolate: false,
          testTimeout: NEVER_ENDS_MS,
          hookTimeout: NEVER_ENDS_MS,
        },
      },
      {
        test: {
          name: "e2e",
          root: "e2e",
          include: ["src/**/*.test.ts"],
          exclude: SCREENS,
          setupFiles: ["src/what-pages-said.ts"],
          fileParallelism: false,
          isolate: false,
          testTimeout: NEVER_ENDS_MS,
          hookTimeout: NEVER_ENDS_MS,
        },
      },
    ],
  },
});
