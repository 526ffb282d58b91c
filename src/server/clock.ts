/** The one clock outside the core. TUMBEK_NOW stops it, for tests and pictures. */
export function now(): Date {
  return process.env.TUMBEK_NOW ? new Date(process.env.TUMBEK_NOW) : new Date();
}

/** The machine's own clock, which runs on while the house's is stopped: brews are timed by it. */
export function machineNow(): Date {
  return new Date();
}
