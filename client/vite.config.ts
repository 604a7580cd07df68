import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { guidePages } from "./scripts/guidePages.mjs";

export default defineConfig({
  plugins: [react(), tailwindcss(), guidePages()],
  build: { outDir: "../src/Phonaris.Web/wwwroot", emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: {
    // The guide and its pictures are in docs.
    fs: { allow: [".."] },
    proxy: {
      "/api": "http://127.0.0.1:5170",
      "/live": { target: "http://127.0.0.1:5170", ws: true },
    },
  },
});
