import type { z } from "zod";
import type { BlankRunLine, blankRuns, weighedBeans, weighedVessel } from "#contract/measure.ts";
import type { AuditSubject } from "#contract/people.ts";
import { fitDelivery, vesselFrom } from "#core/measure";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import { keepDensity, keepRuns, keepVessel, type MeasureFailure, readRuns } from "#data/measures.ts";
import { deliverySentence, densitySentence, NOT_ON_THE_BENCH, vesselSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Whole beans, g/ml: outside of it a cup was misread. */
const DENSITY = { least: 0.2, most: 0.7 };

/** What somebody else measured, when they were faster. */
export interface MeasuredByOthers {
  readonly changedBy: string;
  readonly revision: number;
  readonly figures: Readonly<Record<string, number | null>>;
  readonly runs?: readonly BlankRunLine[];
}

export async function weighVessel(typed: z.infer<typeof weighedVessel>, by: Act) {
  const vessel = vesselFrom(typed);
  if (!vessel.ok) throw new Refusal(vesselSentence(vessel.failure), { field: vessel.failure.field });
  return settle(
    await keepVessel(database(), typed, { emptyG: typed.emptyG, ...vessel.value }, by),
    "vessel",
    typed.id,
  );
}

export async function runBlank(typed: z.infer<typeof blankRuns>, by: Act) {
  const db = database();
  const line = fitDelivery(typed.runs);
  if (!line.ok) throw new Refusal(deliverySentence(line.failure), { field: "runs" });
  const { slope, interceptG } = line.value;
  const kept = await keepRuns(db, typed, { runs: typed.runs, slope, interceptG }, by);
  const theirs = await settle(kept, "brewer", typed.id);
  if (!theirs) return undefined;
  const runs = await readRuns(db, [typed.id]);
  return { ...theirs, runs: runs.map(({ id, setG, weighedG }) => ({ id, setG, weighedG })) };
}

export async function weighBeans(typed: z.infer<typeof weighedBeans>, by: Act) {
  const density = typed.massG / typed.volumeMl;
  if (!(density >= DENSITY.least && density <= DENSITY.most)) {
    throw new Refusal(densitySentence(density), { field: "massG" });
  }
  return settle(await keepDensity(database(), typed, density, by), "coffee", typed.id);
}

async function settle(
  kept: Result<undefined, MeasureFailure>,
  subject: AuditSubject,
  subjectId: string,
): Promise<MeasuredByOthers | undefined> {
  if (kept.ok) return undefined;
  if (kept.failure.code === "notThere") throw new Refusal(NOT_ON_THE_BENCH);
  const { revision, figures } = kept.failure;
  const [last] = await readAudit(database(), { subject, subjectId });
  return { changedBy: last?.person ?? "somebody else", revision, figures };
}
