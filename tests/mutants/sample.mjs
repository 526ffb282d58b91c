import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { CheckStatus } from "@stryker-mutator/api/check";
import { declareClassPlugin, PluginKind } from "@stryker-mutator/api/plugin";

const { TUMBEK_SAMPLE: FILE, TUMBEK_SEED: SEED, TUMBEK_MOST: MOST } = process.env;

/** Chooses the mutants before any is tried, and counts what became of them. */
class SampleReporter {
  onMutationTestingPlanReady({ mutantPlans }) {
    const order = ({ id, fileName, location, replacement }) =>
      createHash("sha256")
        .update(`${SEED} ${fileName.split("src/").at(-1)} ${JSON.stringify(location)} ${replacement}`)
        .digest("hex") + id;
    const mutants = mutantPlans.map(({ mutant }) => mutant).filter(({ status }) => status !== "Ignored");
    const chosen = mutants
      .map((mutant) => ({ id: mutant.id, order: order(mutant) }))
      .toSorted((a, b) => (a.order < b.order ? -1 : 1))
      .slice(0, Number(MOST));
    writeFileSync(FILE, JSON.stringify({ of: mutants.length, chosen: chosen.map(({ id }) => id) }));
  }

  onMutationTestReportReady({ files }) {
    const { of, chosen } = JSON.parse(readFileSync(FILE, "utf8"));
    const ids = new Set(chosen);
    const mutants = Object.entries(files).flatMap(([file, { mutants, source }]) => {
      const lines = source.split("\n");
      return mutants
        .filter(({ id }) => ids.has(id))
        .map(({ status, mutatorName, replacement, location }) => ({
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
    const chosen = new Set(JSON.parse(readFileSync(FILE, "utf8")).chosen);
    return Object.fromEntries(
      mutants.map(({ id }) => [
        id,
        chosen.has(id)
          ? { status: CheckStatus.Passed }
          : { status: CheckStatus.CompileError, reason: "not in the sample" },
      ]),
    );
  }
}

export const strykerPlugins = [
  declareClassPlugin(PluginKind.Reporter, "sample", SampleReporter),
  declareClassPlugin(PluginKind.Checker, "sample", SampleChecker),
];
