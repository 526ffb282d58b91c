import fc from "fast-check";

const SEED = 20_260_714;

/** Properties look at the same examples every time, so that what fails here fails anywhere; `TUMBEK_SEED` names others. */
fc.configureGlobal({ seed: Number(process.env.TUMBEK_SEED ?? SEED) });
