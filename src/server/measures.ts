import type { z } from "zod";
import type {
  blankRuns,
  brewedPots,
  coolingReadings,
  MeasuredByOthers,
  ReadingKind,
  weighedBeans,
  weighedVessel,
} from "#contract/measure.ts";
import type { AuditSubject } from "#contract/people.ts";
import { fitCooling, fitDelivery, learnRetention, vesselFrom } from "#core/measure";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import { readHouse } from "#data/house.ts";
import { keepDensity, keepReadings, keepVessel, type MeasureFailure, readReadings } from "#data/measures.ts";
import {
  coolingSentence,
  deliverySentence,
  densitySentence,
  NOT_ON_THE_BENCH,
  retentionSentence,
  vesselSentence,
} from "#words/index.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Whole beans, g/ml: outside of it a cup was misread. */
const DENSITY = { least: 0.2, most: 0.7 };

type Maybe = Promise<MeasuredByOthers | undefined>;

export async function weighVessel(typed: z.infer<typeof weighedVessel>, by: Act): Maybe {
  const vessel = vesselFrom(typed);
  if (!vessel.ok) throw new Refusal(vesselSentence(vessel.failure), { field: vessel.failure.field });
  const figures = { emptyG: typed.emptyG, ...vessel.value };
  return settle(await keepVessel(database(), typed, figures, by), "vessel", typed.id);
}

export async function weighBeans(typed: z.infer<typeof weighedBeans>, by: Act): Maybe {
  const density = typed.massG / typed.volumeMl;
  if (!(density >= DENSITY.least && density <= DENSITY.most)) {
    throw new Refusal(densitySentence(density), { field: "massG" });
  }
  return settle(await keepDensity(database(), typed, density, by), "coffee", typed.id);
}

export async function runBlank(typed: z.infer<typeof blankRuns>, by: Act) {
  const line = fitDelivery(typed.rows);
  if (!line.ok) throw new Refusal(deliverySentence(line.failure), { field: "rows" });
  const { slope, interceptG } = line.value;
  return keepRows("blankRun", typed, { slope, interceptG }, by);
}

export async function brewPots(typed: z.infer<typeof brewedPots>, by: Act) {
  const learned = learnRetention(typed.rows);
  // The schema lets no list through without a row.
  if (!learned.ok) throw new Error(learned.failure.code);
  const { retentionGPerG, unusual } = learned.value;
  if (unusual && !typed.confirmed) throw new Refusal(retentionSentence(retentionGPerG), { field: "rows" });
  return keepRows("brewedPot", typed, { retentionGPerG }, by);
}

export async function readCooling(typed: z.infer<typeof coolingReadings>, by: Act) {
  const house = await readHouse(database());
  if (!house) throw new Error("there is no house");
  const cooling = fitCooling(typed.rows, house.settings.roomTempC);
  if (!cooling.ok) throw new Refusal(coolingSentence(cooling.failure), { field: "rows" });
  return keepRows("cooling", typed, { coolingPerS: cooling.value.ratePerS }, by);
}

type Rows = z.infer<typeof blankRuns> | z.infer<typeof brewedPots> | z.infer<typeof coolingReadings>;

/** @returns the rows as somebody else left them, when they were faster */
async function keepRows(
  kind: ReadingKind,
  { id, revision, rows }: Rows,
  figures: Readonly<Record<string, number>>,
  by: Act,
) {
  const db = database();
  const kept = await keepReadings(db, { id, revision }, { kind, rows, figures }, by);
  const theirs = await settle(kept, kind === "cooling" ? "vessel" : "brewer", id);
  if (!theirs) return undefined;
  const others = (await readReadings(db, [id])).filter((row) => row.kind === kind);
  return { ...theirs, rows: others.map((row) => ({ id: row.id, ...row.figures })) };
}

async function settle(
  kept: Result<undefined, MeasureFailure>,
  subject: AuditSubject,
  subjectId: string,
): Maybe {
  if (kept.ok) return undefined;
  if (kept.failure.code === "notThere") throw new Refusal(NOT_ON_THE_BENCH);
  const { revision, figures } = kept.failure;
  const [last] = await readAudit(database(), { subject, subjectId });
  return { changedBy: last?.person ?? "somebody else", revision, figures };
}
