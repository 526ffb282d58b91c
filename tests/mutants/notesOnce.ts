import type { Plugin } from "vite";

const COUNTS = /function cover\(\) \{.*?\n {2}\}(?=\s*stryCov_9fa48 = cover;)/s;

/** A mutant that is reached often enough never meets a limit that is told in multiples of how often. */
const OFTEN = 1e9;

/*
 * Which test reaches which mutant is counted at every turn of every loop, by the test's name. It is enough to note it once for each test:
 * what is noted is often enough that no mutant is ended for being reached more often than before. One that loops for ever runs into the time.
 */
const NOTES_ONCE = `function cover() {
  if (ns.currentTestId !== noted.test) noted = { test: ns.currentTestId, mutants: [] };
  for (var i = 0; i < arguments.length; i++) {
    var id = arguments[i];
    if (noted.mutants[id] === true) continue;
    noted.mutants[id] = true;
    var c = noted.test ? (cov.perTest[noted.test] = cov.perTest[noted.test] || {}) : cov.static;
    c[id] = ${OFTEN};
  }
}
var noted = { test: undefined, mutants: [] };`;

/** Notes which mutants a test reaches, in place of counting how often. */
export const notesOnce: Plugin = {
  name: "notes-once",
  enforce: "pre",
  transform(code) {
    if (!code.includes("stryCov_9fa48 = cover")) return undefined;
    if (!COUNTS.test(code)) throw new Error("what counts a mutant is written in another way now");
    return code.replace(COUNTS, NOTES_ONCE);
  },
};
