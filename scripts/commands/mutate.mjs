import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { AREAS } from "../../tests/mutants/areas.mjs";
import { isAlive, isNoticed } from "../../tests/mutants/status.mjs";
import { CALC, ensureBundle } from "../lib/build.mjs";
import { nameDatabaseOfTests, withFreshHouse } from "../lib/freshHouse.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { ROOT } from "../lib/place.mjs";
import { runShown, say } from "../lib/run.mjs";
import { Trouble } from "../lib/trouble.mjs";

const STRYKER = join(ROOT, "node_modules/.bin/stryker");
/** What became of each area's mutants the last time. */
const FOLDER = join(ROOT, ".tumbek", "mutated");
const SAMPLE = 600;
/** Of a standard normal, for an interval of 95 %. */
const Z = 1.96;

const USAGE = `mutate takes: ${Object.keys(AREAS).join(", ")} (all of them without), --seed=<n>, --most=<n>, --all, --lived`;

/**
 * Changes the code in small ways, one at a time, and counts how many of them a test notices: of each area a seeded
 * sample of 600, or all with `--all`. With `--lived` those of the last run are tried again that lived in it: what was noticed then
 * counts as noticed still.
 *
 * @returns 0 when every area reaches its least share
 */
export async function run(args) {
  const options = optionsFrom(args);
  const logs = join(ROOT, ".tumbek", "logs");
  ensurePackages(logs);
  let reached = true;
  await withFreshHouse(".tumbek/test", async () => {
    nameDatabaseOfTests();
    process.env.TUMBEK_CALC_THREAD = await ensureBundle("src/calc/thread.ts", CALC, logs);
    for (const area of options.areas) reached = mutate(area, options) && reached;
  });
  return reached ? 0 : 1;
}

function optionsFrom(args) {
  const value = (name, usual) =>
    Number(args.find((arg) => arg.startsWith(`--${name}=`))?.split("=")[1] ?? usual);
  const named = args.filter((arg) => !arg.startsWith("--"));
  const areas = named.length > 0 ? named : Object.keys(AREAS);
  const most = args.includes("--all") ? Number.MAX_SAFE_INTEGER : value("most", SAMPLE);
  const seed = value("seed", 1);
  if (areas.some((area) => !(area in AREAS)) || !(most > 0) || !Number.isInteger(seed))
    throw new Trouble(USAGE);
  return { areas, most, seed, lived: args.includes("--lived") };
}

/** Tries one area's mutants, and prints what became of them; whether enough were noticed. */
function mutate(area, { lived, ...options }) {
  mkdirSync(FOLDER, { recursive: true });
  const file = join(FOLDER, `${area}.json`);
  const last = lived ? lastRun(area, file) : undefined;
  const hasNone = last && !last.mutants.some(isAlive);
  const run = hasNone ? { mutants: [] } : tried(area, options, last);
  // A mutant whose code is another by now is not found again: it lives on.
  const again = new Map(run.mutants.map((mutant) => [mutant.name, mutant]));
  const mutants = last ? last.mutants.map((mutant) => again.get(mutant.name) ?? mutant) : run.mutants;
  const of = last?.of ?? run.of;
  writeFileSync(file, JSON.stringify({ of, mutants }, null, 1));
  if (last) say(`${run.mutants.length} that lived the last time were tried again.`);
  return report(area, { of, mutants, seed: options.seed });
}

/** What became of an area's mutants in its last run. */
function lastRun(area, file) {
  if (!existsSync(file)) throw new Trouble(`No run of ${area} has ended here: run it without --lived first.`);
  return JSON.parse(readFileSync(file, "utf8"));
}

/** Tries a sample of an area's mutants, or those that lived in its last run. */
function tried(area, { most, seed }, last) {
  const sample = join(FOLDER, `${area}.run.json`);
  const names = join(FOLDER, `${area}.lived.json`);
  writeFileSync(sample, "{}");
  if (last) writeFileSync(names, JSON.stringify(last.mutants.filter(isAlive).map(({ name }) => name)));
  const env = {
    ...process.env,
    TUMBEK_AREA: area,
    TUMBEK_SAMPLE: sample,
    TUMBEK_SEED: String(seed),
    TUMBEK_MOST: String(most),
    ...(last && { TUMBEK_LIVED: names }),
  };
  say(`— ${area}`);
  for (const step of ["list", "stryker"]) {
    const status = runShown(STRYKER, ["run", `tests/mutants/${step}.config.mjs`], env);
    if (status !== 0) throw new Trouble(`Stryker ended with ${status}.`);
  }
  return JSON.parse(readFileSync(sample, "utf8"));
}

/** Prints how many were noticed and lists those that live; whether enough were noticed. */
function report(area, { of, mutants, seed }) {
  const alive = mutants.filter(isAlive);
  const noticed = mutants.filter(isNoticed).length;
  const all = noticed + alive.length;
  const list = alive.map(
    ({ file, line, was, replacement, status }) => `${file}:${line} ${status}\n  ${was}\n  → ${replacement}\n`,
  );
  writeFileSync(join(FOLDER, `${area}.txt`), list.join(""));
  const [low, high] = interval(noticed, all).map((share) => (100 * share).toFixed(1));
  const pct = (100 * noticed) / all;
  const { leastPct } = AREAS[area];
  say(
    `${area}: ${noticed} of ${all} noticed, ${pct.toFixed(1)} % (95 %: ${low} to ${high}; at least ${leastPct}), of ${of} in all, seed ${seed}; those that live are in .tumbek/mutated/${area}.txt`,
  );
  return pct >= leastPct;
}

/** Wilson's interval of a share. */
function interval(count, of) {
  const share = count / of;
  const centre = share + Z ** 2 / (2 * of);
  const half = Z * Math.sqrt((share * (1 - share)) / of + Z ** 2 / (4 * of ** 2));
  return [centre - half, centre + half].map((each) => each / (1 + Z ** 2 / of));
}
