import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    projects: [
      { test: { name: "core", root: "packages/core", include: ["src/**/*.test.ts"], testTimeout: 30000 } },
      { test: { name: "formats", root: "packages/formats", include: ["src/**/*.test.ts"] } },
      { test: { name: "demo", root: "demo", include: ["src/**/*.test.ts"] } },
      { test: { name: "web", root: "apps/web", include: ["src/**/*.test.ts"] } },
      { test: { name: "docs", root: "docs", include: ["*.test.ts"] } },
      { test: { name: "devices", root: "apps/devices", include: ["src/**/*.test.ts"] } },
      {
        test: {
          name: "server",
          root: "apps/server",
          include: ["src/**/*.test.ts"],
          setupFiles: ["reflect-metadata"],
          globalSetup: ["src/testing/database-set-up.ts"],
          fileParallelism: false,
          testTimeout: 20000,
        },
      },
      {
        test: {
          name: "e2e",
          root: "e2e",
          include: ["src/**/*.test.ts"],
          fileParallelism: false,
          testTimeout: 120000,
          hookTimeout: 120000,
        },
      },
    ],
  },
});
