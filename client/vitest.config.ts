import { defineConfig } from "vitest/config";
import { guidePages } from "./scripts/guidePages.mjs";

export default defineConfig({
  plugins: [guidePages()],
  server: { fs: { allow: [".."] } },
  // Files share their jsdom: making one for each took longer than the tests. They may take their time where the machine is busy.
  test: {
    environment: "jsdom",
    isolate: false,
    testTimeout: 30_000,
    include: ["src/**/*.test.ts", "src/**/*.test.tsx"],
  },
});
