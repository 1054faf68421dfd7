import { defineConfig } from "vite";

/** Bundles the server and its engine worker for Node; our own packages go in, everything from npm stays outside. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: "dist",
    target: "node20",
    rollupOptions: { input: { main: "src/main.ts", "engine-worker": "src/engine-host/engine-worker.ts" } },
  },
  ssr: { noExternal: [/^@vexa\//] },
});
