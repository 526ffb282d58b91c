import type { LoggedBatch } from "#contract/batch.ts";
import { forecastBrew } from "#core/brew";
import { cupStrengthPct } from "#core/outlook";
import { siteOfBrewer } from "#data/things.ts";
import { factorsOf, loggedBrew } from "#scaling/sheet";
import { unusualSentence } from "#words/log";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";

/** So many times the forecast, or so small a part of it, is asked about: a slip of the finger is likelier than such a brew. */
const TIMES = 3;

/**
 * Asks about a batch whose time or strength is far from its forecast. It is not kept before somebody says that it was so, and teaches
 * nothing.
 *
 * @throws `Refusal` `unusual`, at the field
 */
export async function askUnusual(batch: LoggedBatch): Promise<void> {
  const forecast = await forecastOf(batch);
  if (!forecast) return;
  for (const field of ["brewTimeS", "strengthPct"] as const) {
    const [was, said] = [batch[field], forecast[field]];
    if (was === null || (was <= TIMES * said && was >= said / TIMES)) continue;
    throw new Refusal(unusualSentence(field, was, said), { code: "unusual", field });
  }
}

/** What a batch would have taken, and how strong it would have been; undefined where that cannot be forecast. */
async function forecastOf(
  batch: LoggedBatch,
): Promise<{ readonly brewTimeS: number; readonly strengthPct: number } | undefined> {
  const { brewerId, grinderId } = batch;
  const siteId = await siteOfBrewer(database(), brewerId);
  const bench = siteId ? await benchOf(siteId) : undefined;
  const brewer = bench?.brewers.find(({ id }) => id === brewerId);
  const grinder = bench?.grinders.find(({ id }) => id === grinderId);
  const logged =
    bench && brewer && grinder && loggedBrew({ ...batch, densityGPerMl: null }, brewer, grinder, bench);
  if (!logged) return undefined;
  const factors = factorsOf(bench, { brewerId, grinderId: grinder.id, drag: brewer.filter.drag });
  const brewed = forecastBrew({ ...logged.brew, factors });
  if (!brewed.ok) return undefined;
  const { brewTimeS } = brewed.value;
  return {
    brewTimeS,
    strengthPct: cupStrengthPct({ doseG: batch.doseG, addedG: logged.addedG }, brewed.value),
  };
}
