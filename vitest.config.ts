import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["src/**/*.test.{ts,tsx}", "scripts/**/*.test.mjs", "tests/**/*.test.ts"],
    // Two cores: more workers would only take turns.
    maxWorkers: 2,
    testTimeout: 30_000,
  },
});
