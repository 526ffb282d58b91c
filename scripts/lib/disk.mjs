import { statfsSync } from "node:fs";
import { Trouble } from "./trouble.mjs";

/** A new house takes some 240 MB, and as much again while it is made. */
const NEW_HOUSE_MB = 500;
const BYTES_PER_MB = 1e6;

/** Says at once that a disk is too small for a new house, which would otherwise break off in the middle. */
export function refuseSmallDisk(folder, stat = statfsSync) {
  const { bavail, bsize } = stat(folder);
  const leftMb = Math.floor((bavail * bsize) / BYTES_PER_MB);
  if (leftMb >= NEW_HOUSE_MB) return;
  throw new Trouble(
    `The disk of ${folder} has ${leftMb} MB left, and a new house takes ${NEW_HOUSE_MB}: make room, or give the house a folder on another disk with TUMBEK_HOME.`,
  );
}
