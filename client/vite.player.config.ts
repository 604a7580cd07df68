import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { build, defineConfig, type Plugin } from "vite";

/** Opened as a file, a page can load a worklet by no address but one that holds its code: not even by that of a blob made in it. */
const workletsInline: Plugin = {
  name: "worklets-inline",
  enforce: "pre",
  async load(id) {
    if (!id.includes("?worker&url")) return null;
    const made = await build({
      configFile: false,
      logLevel: "silent",
      build: { write: false, lib: { entry: id.split("?")[0] ?? "", formats: ["iife"], name: "worklet" } },
    });
    const [result] = [made].flat();
    const code = result && "output" in result ? result.output[0].code : "";
    return `export default "data:text/javascript,${encodeURIComponent(code).replaceAll("'", "%27")}";`;
  },
};

/** The player that a show is exported with: one script that runs as it is, and one style, with all they need in them. */
export default defineConfig({
  plugins: [workletsInline, react(), tailwindcss()],
  define: { "process.env.NODE_ENV": '"production"' },
  publicDir: false,
  build: {
    outDir: "../src/Phonaris.Web/wwwroot/player",
    emptyOutDir: true,
    assetsInlineLimit: 1_000_000,
    chunkSizeWarningLimit: 900,
    lib: {
      entry: "src/player/main.tsx",
      formats: ["iife"],
      name: "player",
      fileName: () => "player.js",
      cssFileName: "player",
    },
  },
});
