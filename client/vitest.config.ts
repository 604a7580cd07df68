import { defineConfig } from "vitest/config";

export default defineConfig({
  // Files share their jsdom: making one for each took longer than the tests.
  test: { environment: "jsdom", isolate: false, include: ["src/**/*.test.ts", "src/**/*.test.tsx"] },
});
