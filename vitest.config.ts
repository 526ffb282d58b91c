import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["src/**/*.test.{ts,tsx}", "scripts/**/*.test.mjs", "tests/**/*.test.ts"],
    globalSetup: "tests/before.ts",
    setupFiles: "tests/seeds.ts",
    // Two cores: more workers would only take turns.
    maxWorkers: 2,
    // A test that hangs is ended; one that waits for a slow disk is not.
    testTimeout: 180_000,
    hookTimeout: 180_000,
  },
});
