import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { AREAS } from "../../tests/mutants/areas.mjs";
import { CALC, ensureBundle } from "../lib/build.mjs";
import { nameDatabaseOfTests, withFreshHouse } from "../lib/freshHouse.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { ROOT } from "../lib/place.mjs";
import { runShown, say } from "../lib/run.mjs";
import { Trouble } from "../lib/trouble.mjs";

const STRYKER = join(ROOT, "node_modules/.bin/stryker");
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
function mutate(area, { most, seed, lived }) {
  const folder = join(ROOT, ".tumbek", "mutated");
  mkdirSync(folder, { recursive: true });
  const file = join(folder, `${area}.json`);
  const last = lived ? JSON.parse(readFileSync(file, "utf8")) : { mutants: [] };
  const names = join(folder, `${area}.lived.json`);
  writeFileSync(names, JSON.stringify(last.mutants.filter(isAlive).map(({ name }) => name)));
  // Nothing of an earlier run counts but what was noticed in it.
  writeFileSync(file, "{}");
  const env = {
    ...process.env,
    TUMBEK_AREA: area,
    TUMBEK_SAMPLE: file,
    TUMBEK_SEED: String(seed),
    TUMBEK_MOST: String(most),
    ...(lived && { TUMBEK_LIVED: names }),
  };
  say(`— ${area}`);
  for (const step of ["list", "stryker"]) {
    const status = runShown(STRYKER, ["run", `tests/mutants/${step}.config.mjs`], env);
    if (status !== 0) throw new Trouble(`Stryker ended with ${status}.`);
  }
  const now = JSON.parse(readFileSync(file, "utf8"));
  // What is not found again, since its code is another by now, lives on.
  const again = new Map(now.mutants.map((each) => [each.name, each]));
  const mutants = lived ? last.mutants.map((each) => again.get(each.name) ?? each) : now.mutants;
  const of = last.of ?? now.of;
  writeFileSync(file, JSON.stringify({ of, mutants }, null, 1));
  const alive = mutants.filter(isAlive);
  const tried = mutants.filter(isNoticed).length + alive.length;
  const list = alive
    .map(
      ({ file: at, line, was, replacement, status }) =>
        `${at}:${line} ${status}\n  ${was}\n  → ${replacement}`,
    )
    .join("\n");
  writeFileSync(join(folder, `${area}.txt`), `${list}\n`);
  const noticed = tried - alive.length;
  const [low, high] = interval(noticed, tried).map((share) => (100 * share).toFixed(1));
  const pct = (100 * noticed) / tried;
  const { leastPct } = AREAS[area];
  say(
    `${area}: ${noticed} of ${tried} noticed, ${pct.toFixed(1)} % (95 %: ${low} to ${high}; at least ${leastPct}), of ${of} in all, seed ${seed}; those that live are in .tumbek/mutated/${area}.txt`,
  );
  if (lived) say(`${now.mutants.length} that lived the last time were tried again.`);
  return pct >= leastPct;
}

const isAlive = ({ status }) => status === "Survived" || status === "NoCoverage";
const isNoticed = ({ status }) => status === "Killed" || status === "Timeout";

/** Wilson's interval of a share. */
function interval(count, of) {
  const share = count / of;
  const centre = share + Z ** 2 / (2 * of);
  const half = Z * Math.sqrt((share * (1 - share)) / of + Z ** 2 / (4 * of ** 2));
  return [centre - half, centre + half].map((each) => each / (1 + Z ** 2 / of));
}
