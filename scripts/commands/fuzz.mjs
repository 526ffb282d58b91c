import { join } from "node:path";
import { nameDatabaseOfTests, withFreshHouse } from "../lib/freshHouse.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { ROOT } from "../lib/place.mjs";
import { runShown } from "../lib/run.mjs";
import { Trouble } from "../lib/trouble.mjs";

const INPUTS = 24_200;

/**
 * Asks every action and route, as everybody, with messages that are nearly right and with hostile ones.
 *
 * @param args `--inputs=<n>` and `--seed=<n>`; equal seeds ask the same
 * @returns 0 when every one was answered, and none with something that went wrong here
 */
export async function run(args) {
  ensurePackages(join(ROOT, ".tumbek", "logs"));
  const value = (name, usual) =>
    Number(args.find((arg) => arg.startsWith(`--${name}=`))?.split("=")[1] ?? usual);
  const [inputs, seed] = [value("inputs", INPUTS), value("seed", 1)];
  if (!(inputs > 0) || !Number.isInteger(seed)) throw new Trouble("fuzz takes --inputs=<n> and --seed=<n>.");
  return withFreshHouse(".tumbek/test", () => {
    nameDatabaseOfTests();
    const env = { ...process.env, TUMBEK_FUZZ: String(inputs), TUMBEK_FUZZ_SEED: String(seed) };
    return runShown(join(ROOT, "node_modules/.bin/vitest"), ["run", "tests/fuzz.test.ts"], env);
  });
}
