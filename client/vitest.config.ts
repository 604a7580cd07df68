import { defineConfig } from "vitest/config";

export default defineConfig({
  // Files share their jsdom: making one for each took longer than the tests. They may take their time where the machine is busy.
  test: {
    environment: "jsdom",
    isolate: false,
    testTimeout: 30_000,
    include: ["src/**/*.test.ts", "src/**/*.test.tsx"],
  },
});
