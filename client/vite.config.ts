import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: "../src/Phonaris.Web/wwwroot", emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: {
    proxy: {
      "/api": "http://127.0.0.1:5170",
      "/live": { target: "http://127.0.0.1:5170", ws: true },
    },
  },
});
