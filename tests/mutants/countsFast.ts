import type { Plugin } from "vite";

const CALLED = /stryCov_9fa48\(("\d+"(?:, "\d+")*)\)/g;
const COUNTS = /function cover\(\) \{.*?\n {2}\}(?=\s*stryCov_9fa48 = cover;)/s;

/*
 * Which test reaches which mutant, and how often, is counted at every turn of every loop in an object by the test's name and the mutant's,
 * which made the forecast's loops many times as slow. Here it is counted in an array by the mutant's number, not its name, and read by name
 * when all is over. The count itself is needed: a mutant that is reached a hundred times as often as before is one that loops for ever, and is ended.
 */
const COUNTS_IN_ARRAYS = `function cover() {
  if (!counting.counts || counting.test !== ns.currentTestId) counting.begin(ns.currentTestId);
  for (var i = 0; i < arguments.length; i++) if (counting.counts[arguments[i]]++ === 0) counting.name(arguments[i]);
}
var counting = ns.counting || (ns.counting = {
  known: new Map(),
  begin: function (test) {
    var counts = counting.known.get(test) || new Float64Array(MOST_MUTANTS);
    counting.known.set(test, counts);
    counting.test = test;
    counting.counts = counts;
  },
  name: function (id) {
    var counts = counting.counts;
    var named = counting.test ? (cov.perTest[counting.test] = cov.perTest[counting.test] || {}) : cov.static;
    Object.defineProperty(named, id, { enumerable: true, configurable: true, get: function () { return counts[id]; } });
  },
});`;

/** An area has fewer. */
const MOST_MUTANTS = 30_000;

/** Counts which mutants a test reaches, at little cost. */
export const countsFast: Plugin = {
  name: "counts-fast",
  enforce: "pre",
  transform(code) {
    if (!code.includes("stryCov_9fa48 = cover")) return undefined;
    if (!COUNTS.test(code)) throw new Error("what counts a mutant is written in another way now");
    return code
      .replace(COUNTS, COUNTS_IN_ARRAYS.replace("MOST_MUTANTS", String(MOST_MUTANTS)))
      .replace(CALLED, (_, names: string) => `stryCov_9fa48(${names.replaceAll('"', "")})`);
  },
};
