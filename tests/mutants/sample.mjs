import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { CheckStatus } from "@stryker-mutator/api/check";
import { declareClassPlugin, declareValuePlugin, PluginKind } from "@stryker-mutator/api/plugin";
import { isAlive, isNoticed } from "./status.mjs";

/**
 * What is tried is chosen in two steps. First every mutant of an area is listed, and none is tried. Then only those that may be in
 * the sample are written into the code: what counts which test reaches which mutant makes a loop with all of them many times as slow.
 */
const { TUMBEK_SAMPLE: FILE, TUMBEK_SEED: SEED, TUMBEK_MOST: MOST, TUMBEK_LIVED: LIVED } = process.env;
/** Those that every start reaches are left out afterwards: so many times as many are listed as are tried. */
const SPARE = 1.5;
/** How far it is, is said after so many. */
const TOLD_EVERY = 50;

const sample = () => JSON.parse(readFileSync(FILE, "utf8"));

/** A mutant's place and change, the same in each run. */
function nameOf({ fileName, location: { start, end }, mutatorName, replacement }) {
  const place = [start.line, start.column, end.line, end.column].join(":");
  return `${fileName.split("/src/").at(-1)} ${place} ${mutatorName} ${replacement}`;
}

function orderOf(name) {
  return createHash("sha256").update(`${SEED} ${name}`).digest("hex");
}

/** Lists an area's mutants, or those that lived before, those first that come first in the sample's order. */
class ListReporter {
  onMutationTestingPlanReady({ mutantPlans }) {
    const lived = LIVED && new Set(JSON.parse(readFileSync(LIVED, "utf8")));
    const all = mutantPlans
      .map(({ mutant }) => ({ name: nameOf(mutant), location: mutant.location, file: mutant.fileName }))
      .filter(({ name }) => !lived || lived.has(name))
      .map((mutant) => ({ ...mutant, order: orderOf(mutant.name) }))
      .toSorted((a, b) => (a.order < b.order ? -1 : 1));
    const likely = all.slice(0, SPARE * MOST).map(({ order: _, ...mutant }) => mutant);
    writeFileSync(FILE, JSON.stringify({ of: all.length, likely }));
  }
}

/**
 * Keeps out of the code whatever holds none of those that may be in the sample. A node does not say of which file it is: a file's
 * first node is known by its length, and of two files of one length both have the places of both.
 */
const ignorer = {
  shouldIgnore({ node: { type, loc, end } }) {
    placesByLength ??= placesOf(sample().likely ?? []);
    if (type === "Program") placesOfFile = placesByLength.get(end) ?? [];
    const holds = (place) => loc && isFrom(loc.start, place.start) && isFrom(place.end, loc.end);
    return placesOfFile.some(holds) ? undefined : "not in the sample";
  },
};
let placesByLength;
let placesOfFile = [];

/** Places by the length of their file; a mutant's lines begin with 0, and a node's with 1. */
function placesOf(likely) {
  const places = new Map();
  const from1 = ({ line, column }) => ({ line: line + 1, column });
  for (const { file, location } of likely) {
    const { length } = readFileSync(file, "utf8");
    const place = { start: from1(location.start), end: from1(location.end) };
    places.set(length, [...(places.get(length) ?? []), place]);
  }
  return places;
}

/** Whether a place comes before another one, or is the same. */
function isFrom(one, other) {
  return one.line < other.line || (one.line === other.line && one.column <= other.column);
}

/** Chooses the mutants before any is tried, and counts what became of them. */
class SampleReporter {
  onMutationTestingPlanReady({ mutantPlans }) {
    const { of, likely } = sample();
    const free = new Map(
      mutantPlans
        .map(({ mutant }) => mutant)
        .filter(({ status }) => status !== "Ignored")
        .map((mutant) => [nameOf(mutant), mutant.id]),
    );
    const names = likely.map(({ name }) => name).filter((name) => free.has(name));
    const chosen = Object.fromEntries(names.slice(0, Number(MOST)).map((name) => [free.get(name), name]));
    writeFileSync(FILE, JSON.stringify({ of, chosen }));
  }

  onMutantTested(mutant) {
    const { status, fileName, location, replacement } = mutant;
    if (status === "CompileError" || status === "Ignored") return;
    // A run that is broken off has said what lived by then.
    if (isAlive(mutant))
      console.log(`${fileName.split("/src/").at(-1)}:${location.start.line} ${status} → ${replacement}`);
    this.tested = (this.tested ?? 0) + 1;
    this.noticed = (this.noticed ?? 0) + (isNoticed(mutant) ? 1 : 0);
    if (this.tested % TOLD_EVERY === 0)
      console.log(`${this.tested} of ${Object.keys(sample().chosen).length} tried, ${this.noticed} noticed`);
  }

  onMutationTestReportReady({ files }) {
    const { of, chosen } = sample();
    const mutants = Object.entries(files).flatMap(([file, { mutants, source }]) => {
      const lines = source.split("\n");
      return mutants
        .filter(({ id }) => id in chosen)
        .map(({ id, status, mutatorName, replacement, location }) => ({
          name: chosen[id],
          file,
          line: location.start.line,
          status,
          mutatorName,
          was: lines[location.start.line - 1].trim(),
          replacement,
        }));
    });
    writeFileSync(FILE, JSON.stringify({ of, mutants }, null, 1));
  }
}

/** Lets through what was chosen; the others count for nothing. */
class SampleChecker {
  async init() {}

  async check(mutants) {
    const { chosen = {} } = sample();
    return Object.fromEntries(
      mutants.map(({ id }) => [
        id,
        id in chosen
          ? { status: CheckStatus.Passed }
          : { status: CheckStatus.CompileError, reason: "not in the sample" },
      ]),
    );
  }
}

export const strykerPlugins = [
  declareClassPlugin(PluginKind.Reporter, "list", ListReporter),
  declareValuePlugin(PluginKind.Ignore, "sample", ignorer),
  declareClassPlugin(PluginKind.Reporter, "sample", SampleReporter),
  declareClassPlugin(PluginKind.Checker, "sample", SampleChecker),
];
