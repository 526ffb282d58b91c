import { defineConfig } from "drizzle-kit";

/** `npx drizzle-kit generate` writes the next migration from the schema; `./tumbek start` runs them. */
export default defineConfig({
  dialect: "mysql",
  schema: "./src/data/schema/index.ts",
  out: "./src/data/migrations",
});
