import { expose } from "comlink";
import { createForecaster } from "./forecaster.ts";

/** Messages are let in so often: often enough that a newer question is heard before anybody notices. */
const TURN_MS = 12;

let turnEnds = 0;
async function breathe(): Promise<boolean> {
  if (performance.now() < turnEnds) return false;
  await new Promise((resolve) => setTimeout(resolve));
  turnEnds = performance.now() + TURN_MS;
  return true;
}

expose(createForecaster(breathe));
