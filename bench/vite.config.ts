import { watModules } from "../packages/kernels/src/wat-modules.ts";
import { defineConfig } from "vite";

/** The benchmarks as they are measured: built, since what runs sources as they are injects names that cost up to 29 %. */
export default defineConfig({
  plugins: [watModules()],
  build: { ssr: "src/main.ts", outDir: "dist", target: "node20" },
  ssr: { noExternal: [/^@vexa\//] },
});
