import { type Aspect, stillTypical } from "#contract/aspects.ts";
import type { AnyFigures, Figures, ThingKind } from "#contract/fields.ts";
import { unsound } from "#contract/sound.ts";
import type { KeptThing, RemovedThing } from "#contract/things.ts";
import { learnRetention } from "#core/measure";
import { cleanName } from "#core/people";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import { readYields } from "#data/batches.ts";
import type { Database } from "#data/connection.ts";
import { findThing, keepThing, setRemoved, type ThingFailure } from "#data/things.ts";
import { NOT_ON_THE_BENCH, thingSentence, unsoundSentence } from "#words/bench";
import { nameSentence } from "#words/people";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** How somebody else left a thing, when they were faster. */
export interface ThingByOthers {
  readonly changedBy: string;
  readonly revision: number;
  readonly figures: AnyFigures;
}

/**
 * Puts a thing on the bench of a site, or changes one.
 *
 * @param db a transaction where it is one of several changes
 */
export async function putThing(
  typed: KeptThing,
  { siteId, today }: { readonly siteId: string; readonly today: string },
  by: Act,
  db: Database = database(),
): Promise<ThingByOthers | undefined> {
  const { id } = typed;
  const kind: ThingKind = typed.kind;
  const name = cleanName(String(typed.figures.name));
  if (!name.ok) throw new Refusal(nameSentence(name.failure), { field: "name" });
  const figures: AnyFigures = { ...typed.figures, name: name.value };
  const wrong = unsound(kind, figures, today);
  if (wrong) throw new Refusal(unsoundSentence(wrong), { field: wrong.field });
  const old = typed.revision > 0 ? await findThing(db, kind, id) : undefined;
  const after =
    kind === "brewer" && old
      ? await withItsFilter(db, id, {
          old: old.figures as AnyFigures as Figures<"brewer">,
          next: figures as Figures<"brewer">,
        })
      : { figures, guessed: [] };
  const was = old ?? typed;
  const storedThing = await keepThing(
    db,
    { ...typed, kind, figures: after.figures },
    { siteId, typical: [...stillTypical(was.typical, was.figures, after.figures), ...after.guessed] },
    by,
  );
  return settle(db, storedThing, kind, id);
}

/** A usual dose, as a share of the most: what a filter keeps is spread over it. */
const USUAL_DOSE_SHARE = 0.7;

/**
 * A brewer whose filter or ending was changed keeps other liquid: what the log knows of that pair, else what it
 * kept before, more or less what the filters keep themselves. One that is to learn from the log does so at once.
 * A retention typed along with it stays as typed.
 */
async function withItsFilter(
  db: Database,
  id: string,
  { old, next }: { readonly old: Figures<"brewer">; readonly next: Figures<"brewer"> },
): Promise<{ readonly figures: AnyFigures; readonly guessed: readonly Aspect[] }> {
  const asTyped = { figures: next, guessed: [] };
  const rebedded = old.filterId !== next.filterId || old.ending !== next.ending;
  const learns = next.retentionFrom === "log" && old.retentionFrom !== "log";
  if (!(rebedded || learns) || old.retentionGPerG !== next.retentionGPerG) return asTyped;
  const { filterId, ending } = next;
  const learned = learnRetention(await readYields(db, { brewerId: id, filterId, ending }));
  if (learned.ok && !learned.value.unusual) {
    return { figures: { ...next, retentionGPerG: learned.value.retentionGPerG }, guessed: [] };
  }
  if (!rebedded) return asTyped;
  const [before, after] = await Promise.all(
    [old.filterId, filterId].map((filter) => findThing(db, "filter", filter)),
  );
  if (!before || !after) return asTyped;
  const moreG = after.figures.waterKeptG - before.figures.waterKeptG;
  const retentionGPerG = Math.max(0, old.retentionGPerG + moreG / (USUAL_DOSE_SHARE * next.doseMaxG));
  return { figures: { ...next, retentionGPerG }, guessed: ["retention"] };
}

/** Takes a thing off the bench, or puts it back. */
export async function removeThing(typed: RemovedThing, by: Act): Promise<ThingByOthers | undefined> {
  const moved = await setRemoved(database(), typed, by);
  // A tap puts it back: no form is open whose field could say that its name is taken.
  if (!moved.ok && moved.failure.code === "nameTaken") throw new Refusal(thingSentence("nameTakenSince"));
  return settle(database(), moved, typed.kind, typed.id);
}

async function settle(
  db: Database,
  kept: Result<undefined, ThingFailure>,
  subject: ThingKind,
  subjectId: string,
): Promise<ThingByOthers | undefined> {
  if (kept.ok) return undefined;
  const { failure } = kept;
  if (failure.code === "nameTaken") throw new Refusal(thingSentence(failure.code), { field: "name" });
  if (failure.code === "lastSite") throw new Refusal(thingSentence(failure.code));
  if (failure.code === "notThere") throw new Refusal(NOT_ON_THE_BENCH);
  const [last] = await readAudit(db, { subject, subjectId });
  return { changedBy: last?.person ?? "somebody else", revision: failure.revision, figures: failure.figures };
}
