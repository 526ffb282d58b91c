import { statfsSync } from "node:fs";
import { Trouble } from "./trouble.mjs";

/** A new house takes some 240 MB, and as much again while it is made. */
const NEW_HOUSE_MB = 500;
/** What changing tables takes beside a copy of them. */
const CHANGING_MB = 100;
const BYTES_PER_MB = 1e6;

/** Says at once that a disk is too small for a new house, which would otherwise break off in the middle. */
export function refuseSmallDisk(folder, stat = statfsSync) {
  const leftMb = leftMbOn(folder, stat);
  if (leftMb >= NEW_HOUSE_MB) return;
  throw new Trouble(
    `The disk of ${folder} has ${leftMb} MB left, and a new house takes ${NEW_HOUSE_MB}: make room, or give the house a folder on another disk with TUMBEK_HOME.`,
  );
}

/** Says at once that a disk has no room for a copy of so many bytes. */
export function refuseDiskUnder(folder, bytes, stat = statfsSync) {
  const [leftMb, neededMb] = [leftMbOn(folder, stat), Math.ceil(bytes / BYTES_PER_MB) + CHANGING_MB];
  if (leftMb >= neededMb) return;
  throw new Trouble(
    `The disk of ${folder} has ${leftMb} MB left, and a copy of the database, kept while its tables are changed, takes ${neededMb}: make room, and start again. Nothing was changed.`,
  );
}

function leftMbOn(folder, stat) {
  const { bavail, bsize } = stat(folder);
  return Math.floor((bavail * bsize) / BYTES_PER_MB);
}
