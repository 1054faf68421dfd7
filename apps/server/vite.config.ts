import { defineConfig } from "vite";

/** Bundles the supervisor, the engine's process with its thread, and the web server for Node; our own packages go in, everything from npm stays outside. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: "dist",
    target: "node20",
    // All in one folder: what is found beside a file is found beside every file.
    rollupOptions: {
      output: { chunkFileNames: "[name]-[hash].js" },
      input: {
        main: "src/main.ts",
        stage: "src/stage-main.ts",
        play: "src/play-main.ts",
        web: "src/web-main.ts",
        "engine-worker": "src/engine-host/engine-worker.ts",
      },
    },
  },
  ssr: { noExternal: [/^@vexa\//] },
});
