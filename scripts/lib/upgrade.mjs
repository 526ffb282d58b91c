import { cpSync, existsSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { refuseDiskUnder } from "./disk.mjs";
import { fingerprint } from "./fingerprint.mjs";
import { say } from "./run.mjs";
import { readWhole, writeWhole } from "./smallFile.mjs";

/**
 * Lets a house's tables be changed so that a change that is killed half-way is as if it had not begun: a change of tables cannot be
 * rolled back, so that the data folder is copied before, and put back at the next start where the copy is still there.
 *
 * @param folder the database's folder, which holds data/
 * @param stop ends whatever uses the data
 * @param bringUp starts the database and changes its tables; called always, because it also makes a house that is new
 */
export async function upgraded(folder, stop, bringUp, wanted = fingerprint(["src/data/migrations"])) {
  const data = join(folder, "data");
  const [copy, fresh, old] = ["before", "before.new", "before.old"].map((name) => join(folder, name));
  const mark = join(folder, "migrated");
  for (const left of [fresh, old]) rmSync(left, { recursive: true, force: true });
  if (existsSync(copy)) {
    say("The house's tables were not changed to the end: putting them back as they were …");
    await stop();
    rmSync(data, { recursive: true, force: true });
    renameSync(copy, data);
  }
  if (existsSync(data) && readWhole(mark, (text) => text) !== wanted) {
    await stop();
    refuseDiskUnder(folder, bytesBelow(data));
    say("Keeping a copy of the database while its tables are changed …");
    // A database that was killed leaves its socket behind, which cannot be copied.
    cpSync(data, fresh, { recursive: true, filter: (path) => !statSync(path).isSocket() });
    renameSync(fresh, copy);
  }
  const result = await bringUp();
  // Away at once: a copy half taken away would be put back.
  if (existsSync(copy)) renameSync(copy, old);
  writeWhole(mark, wanted);
  rmSync(old, { recursive: true, force: true });
  return result;
}

function bytesBelow(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .reduce((sum, { parentPath, name }) => sum + statSync(join(parentPath, name)).size, 0);
}
