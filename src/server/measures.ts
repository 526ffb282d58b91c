import { NO_SIGNS } from "#contract/batch.ts";
import type { BrewedPotRow, Measure, MeasuredByOthers, MeasureOf } from "#contract/measure.ts";
import type { AuditSubject } from "#contract/peopleKinds.ts";
import { fitCurve, translate } from "#core/grind";
import {
  deliveryDoubts,
  dripDrop,
  fitCooling,
  fitDelivery,
  learnRetention,
  vesselFrom,
  wetShareFrom,
} from "#core/measure";
import { type Act, readAudit } from "#data/audit.ts";
import { findBatch, logBatch, readYields } from "#data/batches.ts";
import type { Database } from "#data/connection.ts";
import { readHouse } from "#data/house.ts";
import {
  keepCurve,
  keepMeasured,
  keepPairs,
  keepReadings,
  type Measured,
  type MeasureKept,
  type ReadingRow,
  readReadings,
} from "#data/measures.ts";
import { decideProposal, keepProposal } from "#data/proposals.ts";
import { findThing } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import {
  coolingSentence,
  curveSentence,
  deliverySentence,
  densitySentence,
  doubtSentence,
  dripSentence,
  NOT_ON_THE_BENCH,
  pairsSentence,
  retentionSentence,
  vesselSentence,
  wetIceSentence,
} from "#words/bench";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Whole beans, g/ml: outside of it a cup was misread. */
const DENSITY = { least: 0.2, most: 0.7 };

type Keepers = {
  readonly [What in Measure["what"]]: {
    readonly subject: Measured["subject"];
    readonly keep: (db: Database, of: MeasureOf<What>, by: Act) => Promise<MeasureKept>;
  };
};

/** How each kind of measuring is judged, fitted and kept. */
const KEEPERS: Keepers = {
  vessel: {
    subject: "vessel",
    keep: (db, of, by) => {
      const vessel = vesselFrom(of);
      if (!vessel.ok) throw new Refusal(vesselSentence(vessel.failure), { field: vessel.failure.field });
      const figures = { ...(of.emptyG !== null && { emptyG: of.emptyG }), ...vessel.value };
      return keepMeasured(db, { ...begun(of), subject: "vessel", figures, settles: ["fill"] }, by);
    },
  },
  density: {
    subject: "coffee",
    keep: (db, of, by) => {
      const densityGPerMl = of.massG / of.volumeMl;
      if (!(densityGPerMl >= DENSITY.least && densityGPerMl <= DENSITY.most)) {
        throw new Refusal(densitySentence(densityGPerMl), { field: "massG" });
      }
      const figures = { densityGPerMl };
      return keepMeasured(db, { ...begun(of), subject: "coffee", figures, settles: ["density"] }, by);
    },
  },
  wetIce: {
    subject: "ice",
    keep: (db, of, by) => {
      const share = wetShareFrom(of);
      if (!share.ok) throw new Refusal(wetIceSentence(share.failure), { field: share.failure.field });
      const figures = { iceWetShare: share.value };
      return keepMeasured(db, { ...begun(of), subject: "ice", figures }, by);
    },
  },
  blankRun: {
    subject: "brewer",
    keep: async (db, of, by) => {
      const line = fitDelivery(of.rows);
      if (!line.ok) throw new Refusal(deliverySentence(line.failure), { field: "rows" });
      const { slope, interceptG } = line.value;
      const brewer = await findThing(db, "brewer", of.id);
      if (!brewer) throw new Refusal(NOT_ON_THE_BENCH);
      const { minSettingG, maxSettingG } = brewer.figures;
      const [doubt] = deliveryDoubts(of.rows, line.value, [minSettingG, maxSettingG]);
      if (doubt && !of.confirmed)
        throw new Refusal(doubtSentence(doubt, slope), { code: "unusual", field: "rows" });
      const figures = { slope, interceptG };
      const measured = { ...begun(of), subject: "brewer", figures, settles: ["delivery"] } as const;
      return keepReadings(db, measured, { kind: "blankRun", rows: of.rows }, by);
    },
  },
  flow: {
    subject: "brewer",
    keep: (db, of, by) =>
      keepReadings(
        db,
        { ...begun(of), subject: "brewer", figures: {} },
        { kind: "flow", rows: of.rows.toSorted((a, b) => a.upToG - b.upToG) },
        by,
      ),
  },
  brewedPot: { subject: "brewer", keep: brewPots },
  cooling: {
    subject: "vessel",
    keep: async (db, of, by) => {
      const house = await readHouse(db);
      if (!house) throw new Error("there is no house");
      const cooling = fitCooling(of.rows, house.settings.roomTempC);
      if (!cooling.ok) throw new Refusal(coolingSentence(cooling.failure), { field: "rows" });
      const figures = { coolingPerS: cooling.value.ratePerS };
      const measured = { ...begun(of), subject: "vessel", figures } as const;
      return keepReadings(db, measured, { kind: "cooling", rows: of.rows }, by);
    },
  },
  drip: {
    subject: "brewer",
    keep: (db, of, by) => {
      const drop = dripDrop(of.rows);
      if (!drop.ok) throw new Refusal(dripSentence(drop.failure), { field: "rows" });
      const { dripDropC, besideDropC } = drop.value;
      const figures = {
        ...(dripDropC !== undefined && { dripDropC }),
        ...(besideDropC !== undefined && { besideDropC }),
      };
      const measured = { ...begun(of), subject: "brewer", figures } as const;
      return keepReadings(db, measured, { kind: "drip", rows: of.rows }, by);
    },
  },
  curve: {
    subject: "grinder",
    keep: async (db, { id, revision, curveId, why, points }, by) => {
      const curve = fitCurve(points);
      if (!curve.ok) throw new Refusal(curveSentence(curve.failure), { field: "rows" });
      const grinder = await findThing(db, "grinder", id);
      if (!grinder) throw new Refusal(NOT_ON_THE_BENCH);
      const { dialMin, dialMax } = grinder.figures;
      const off = points.find(({ setting }) => !(setting >= dialMin && setting <= dialMax));
      if (off)
        throw new Refusal(pairsSentence({ code: "offTheDial", setting: off.setting }), { field: "rows" });
      const measured = { id, revision, subject: "grinder", figures: {}, settles: ["dial"] } as const;
      return keepCurve(db, measured, { id: curveId, why, points }, by);
    },
  },
  pairs: {
    subject: "grinder",
    keep: (db, { id, revision, otherId, pairs }, by) => {
      if (pairs.length > 0) {
        const along = translate(pairs[0]!.from, pairs);
        if (!along.ok) throw new Refusal(pairsSentence(along.failure), { field: "rows" });
      }
      const measured = { id, revision, subject: "grinder", figures: {} } as const;
      return keepPairs(db, measured, { otherId, pairs }, by);
    },
  },
};

const begun = ({ id, revision }: { readonly id: string; readonly revision: number }) => ({ id, revision });

/**
 * Brewed pots join the log; what the bed keeps is learned from all that the log has of this brewer with its
 * filter and its ending. An unusual mean is kept only when it was confirmed. Pots of two people add up, so
 * that nobody can come too late with theirs.
 */
async function brewPots(
  db: Database,
  { id, rows, confirmed }: MeasureOf<"brewedPot">,
  by: Act,
): Promise<MeasureKept> {
  const brewer = await findThing(db, "brewer", id);
  if (!brewer) throw new Refusal(NOT_ON_THE_BENCH);
  const { filterId, ending } = brewer.figures;
  const known = await readYields(db, { brewerId: id, filterId, ending });
  const learned = learnRetention([...rows, ...known]);
  if (!learned.ok) throw new Refusal(retentionSentence(undefined), { field: "rows" });
  const { retentionGPerG, unusual } = learned.value;
  if (unusual && !confirmed) throw new Refusal(retentionSentence(retentionGPerG), { field: "rows" });
  const figures = { retentionGPerG, retentionFrom: "log" };
  return transact(db, async (tx) => {
    const stored = await keepMeasured(
      tx,
      { id, revision: brewer.revision, subject: "brewer", figures, settles: ["retention"] },
      by,
      async (tx) => (await Promise.all(rows.map((row) => findBatch(tx, row.id)))).every(Boolean),
    );
    if (!stored.ok || stored.value === "again") return stored;
    for (const row of rows) await logBatch(tx, { ...shortForm(row, by), brewerId: id }, by);
    return stored;
  });
}

/** A pot that was only weighed, as a batch of the log. */
function shortForm({ id, doseG, waterG, yieldG }: BrewedPotRow, { at }: Act) {
  return {
    id,
    doseG,
    waterG,
    yieldG,
    iceG: 0,
    coffeeId: null,
    vesselId: null,
    cardId: null,
    recipeVersionId: null,
    method: null,
    grinderId: null,
    dialSetting: null,
    brewTimeS: null,
    strengthPct: null,
    sampledAt: null,
    ...NO_SIGNS,
    liked: null,
    note: "",
    at: at.toISOString(),
  };
}

/** Somebody else's newer measurement: the figures, and the readings where there are any. */
export type Theirs = MeasuredByOthers & { readonly rows?: readonly ReadingRow[] };

type Keep = (db: Database, of: Measure["of"], by: Act) => Promise<MeasureKept>;

/** Keeps a measurement; throws when it cannot be right. @param db a transaction where it is one of several changes */
export async function keepMeasure(
  measure: Measure,
  by: Act,
  db: Database = database(),
): Promise<Theirs | undefined> {
  const { subject, keep } = KEEPERS[measure.what];
  const stored = await (keep as Keep)(db, measure.of, by);
  if (stored.ok) return undefined;
  if (stored.failure.code === "notThere") throw new Refusal(NOT_ON_THE_BENCH);
  const { revision, figures } = stored.failure;
  const [last] = await readAudit(db, { subject, subjectId: measure.of.id });
  const readings = await readReadings(db, [measure.of.id]);
  const rows = readings.find(({ kind }) => kind === measure.what)?.rows ?? [];
  return { changedBy: last?.person ?? "somebody else", revision, figures, rows };
}

const subjectOf = ({ what }: Measure): AuditSubject => KEEPERS[what].subject;

/** Keeps what a barista measured for a lead to look at. */
export async function propose(
  { id, siteId, measure }: { readonly id: string; readonly siteId: string; readonly measure: Measure },
  by: Act & { readonly personId: string },
): Promise<void> {
  const stored = await keepProposal(database(), { id, siteId, measure, subject: subjectOf(measure) }, by);
  if (!stored.ok) {
    throw new Refusal("Another measurement waits under that id already: measure once more.", {
      code: "stale",
    });
  }
}

/** A lead's word: what is accepted is kept as if the lead had measured it now, on what stands there now. */
export async function decide(
  decision: { readonly id: string; readonly accept: boolean },
  by: Act & { readonly personId: string },
): Promise<void> {
  await transact(database(), async (tx) => {
    const measure = await decideProposal(tx, decision, subjectOf, by);
    if (!measure || !decision.accept) return;
    const { subject } = KEEPERS[measure.what];
    const now = await findThing(tx, subject, measure.of.id);
    if (!now) throw new Refusal(NOT_ON_THE_BENCH);
    // What is asked about is so: the lead has seen it, and accepts it.
    const of = {
      ...measure.of,
      revision: now.revision,
      ...("confirmed" in measure.of && { confirmed: true }),
    };
    // Refused or stale, the transaction ends without a decision, and the proposal waits on.
    if (await keepMeasure({ ...measure, of } as Measure, by, tx)) throw new Refusal(NOT_ON_THE_BENCH);
  });
}
