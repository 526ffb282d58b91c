/** Something that the person at the keyboard can mend; its message is the sentence that says how. */
export class Trouble extends Error {}

/** What the system refuses, in words. */
const SYSTEM = {
  EACCES: (path) =>
    `${path} cannot be written: its owner or its rights forbid it. Change them, or run this as their owner.`,
  EPERM: (path) => `${path} cannot be changed: its owner or its rights forbid it.`,
  EROFS: (path) => `${path} is on a disk that can only be read.`,
  ENOSPC: (path) =>
    `The disk is full${path ? ` (writing ${path})` : ""}: free some space, then run this again.`,
  ENOTDIR: (path) => `${path} is in the way: a folder is needed there. Move it away, then run this again.`,
  EEXIST: (path) => `${path} is in the way: a folder is needed there. Move it away, then run this again.`,
};

/** An error as a sentence, never a trace (TUMBEK_TRACE=1 adds it for whoever mends Tumbek). */
export function explain(error) {
  const trace = process.env.TUMBEK_TRACE === "1" ? `\n${error.stack}` : "";
  if (error instanceof Trouble) return error.message + trace;
  const known = SYSTEM[error?.code]?.(error.path ?? "A file");
  return (
    (known ?? `This failed unexpectedly: ${error?.message ?? error}. TUMBEK_TRACE=1 shows where.`) + trace
  );
}
