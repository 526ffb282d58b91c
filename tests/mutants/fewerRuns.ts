import fc from "fast-check";

// A property that needs more than these to notice a mutant would not notice it every day.
fc.configureGlobal({ numRuns: 25 });
