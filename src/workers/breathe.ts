/** Messages are let in so often: often enough that a newer question is heard before anybody notices. */
const TURN_MS = 12;

/** Lets a worker's messages in now and then between the turns of long work. @returns whether it did */
export function breathing(): () => Promise<boolean> {
  let turnEnds = 0;
  return async () => {
    if (performance.now() < turnEnds) return false;
    await new Promise((resolve) => setTimeout(resolve));
    turnEnds = performance.now() + TURN_MS;
    return true;
  };
}
