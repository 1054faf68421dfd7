import { watModules } from "../../packages/kernels/src/wat-modules.ts";
import { defineConfig } from "vite";

/**
 * Bundles the supervisor, the engine's process with its thread, and the web server for Node. Packages from npm go in, too: finding and
 * reading their two thousand files was half of what a start cost. Outside stay those that read files beside their own.
 */
export default defineConfig({
  plugins: [watModules()],
  build: {
    ssr: true,
    outDir: "dist",
    target: "node20",
    // All in one folder: what is found beside a file is found beside every file.
    rollupOptions: {
      output: {
        chunkFileNames: "[name]-[hash].js",
        // Packages that were written for CommonJS ask where they are.
        banner: "const __dirname = import.meta.dirname, __filename = import.meta.filename;",
      },
      input: {
        main: "src/main.ts",
        stage: "src/stage-main.ts",
        play: "src/play-main.ts",
        web: "src/web-main.ts",
        "engine-worker": "src/engine-host/engine-worker.ts",
      },
    },
  },
  // TypeORM asks for `pg` by itself as it runs: it must find the one that we have.
  ssr: { noExternal: true, external: ["dejavu-fonts-ttf", "pdfkit", "pg", "pino"] },
});
