import fc from "fast-check";
import "../seeds.ts";

// A property that needs more than these to notice a mutant would not notice it every day.
fc.configureGlobal({ ...fc.readConfigureGlobal(), numRuns: 25 });
