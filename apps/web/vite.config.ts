import { fileURLToPath } from "node:url";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { compression } from "vite-plugin-compression2";

const noScrollBar = fileURLToPath(new URL("src/ui/remove-scroll-bar.ts", import.meta.url));

export default defineConfig({
  // What is served is small already: two megabytes made small for each who opens the page cost the server a tenth of a second.
  plugins: [react(), tailwindcss(), compression({ algorithms: ["gzip"] })],
  resolve: { alias: { "react-remove-scroll-bar/constants": noScrollBar, "react-remove-scroll-bar": noScrollBar } },
  build: { target: "es2023", chunkSizeWarningLimit: 900 },
});
