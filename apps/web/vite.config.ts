import { fileURLToPath } from "node:url";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const noScrollBar = fileURLToPath(new URL("src/ui/remove-scroll-bar.ts", import.meta.url));

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { "react-remove-scroll-bar/constants": noScrollBar, "react-remove-scroll-bar": noScrollBar } },
  build: { target: "es2023", chunkSizeWarningLimit: 900 },
});
