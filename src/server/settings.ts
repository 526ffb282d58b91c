import type { HouseSettings, KeptSettings } from "#contract/house.ts";
import { cleanName } from "#core/people";
import { type Act, readAudit } from "#data/audit.ts";
import { keepSettings } from "#data/house.ts";
import { nameSentence } from "#words/people";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** The settings as somebody else left them, when they were faster. */
export interface SettingsByOthers {
  readonly changedBy: string;
  readonly revision: number;
  readonly name: string;
  readonly settings: HouseSettings;
}

/** Keeps the house's name and what it decided for all its sites. */
export async function putSettings(typed: KeptSettings, by: Act): Promise<SettingsByOthers | undefined> {
  const name = cleanName(typed.name);
  if (!name.ok) throw new Refusal(nameSentence(name.failure), { field: "name" });
  const stored = await keepSettings(database(), { ...typed, name: name.value }, by);
  if (stored.ok) return undefined;
  const { revision, name: theirName, settings } = stored.failure.house;
  const [last] = await readAudit(database(), { subject: "house" });
  return { changedBy: last?.person ?? "somebody else", revision, name: theirName, settings };
}
