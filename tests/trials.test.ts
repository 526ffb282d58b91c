import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD, TRAINEE } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import {
  batches,
  brewers,
  cards,
  events,
  grinders,
  standards,
  trialBatches,
  trials,
} from "#data/schema/index.ts";
import { readStandards } from "#data/standards.ts";
import { transact } from "#data/transact.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
/** Saltmarsh in the large dispenser, of the demo's cards. */
const CARD = demoId(600);

/** Coffee and ice of that card, g. */
const AS_BEFORE = { doseG: 202, iceG: 0 };

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let house: typeof import("#server/trials.ts");
let seen: typeof import("#server/trialSeen.ts");
let logs: typeof import("#server/batches.ts");
let standard: typeof import("#server/standards.ts");
let cups: typeof import("#server/cups.ts");
let cardRows: typeof import("#data/cards.ts");
let cupRows: typeof import("#data/cups.ts");
let list: typeof import("#server/read/trials.ts");
let cardPage: typeof import("#server/read/card.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("trials", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  house = await import("#server/trials.ts");
  cups = await import("#server/cups.ts");
  cardRows = await import("#data/cards.ts");
  cupRows = await import("#data/cups.ts");
  cardPage = await import("#server/read/card.ts");
  list = await import("#server/read/trials.ts");
  seen = await import("#server/trialSeen.ts");
  logs = await import("#server/batches.ts");
  standard = await import("#server/standards.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const lead = { personId: LEAD, at: NOW };
const barista = { personId: BARISTA, at: NOW };
const begun = async () => (await house.startTrial({ id: uuidv7(), cardId: CARD }, lead)).id;
const found = async (id: string) => (await seen.trialAtHand(id))!;

/** Brews the next batch of a trial from a card of its own, and says how it went. */
async function brewed(trialId: string, setting: number, change: object = {}): Promise<string> {
  return (await logOne(trialId, setting, change)).id;
}

async function logOne(trialId: string, setting: number, change: object) {
  const { cardId } = await house.cardForTrial({ id: uuidv7(), trialId, setting, ...AS_BEFORE }, barista);
  const id = uuidv7();
  const { notInTrial } = await logs.log(
    {
      id,
      brewerId: DEMO_IDS.brewers.fulmar,
      coffeeId: DEMO_IDS.coffees.saltmarsh,
      vesselId: DEMO_IDS.vessels.left,
      cardId,
      recipeVersionId: null,
      method: null,
      grinderId: DEMO_IDS.grinders.chough,
      dialSetting: setting,
      doseG: 202,
      waterG: 3229,
      iceG: 0,
      yieldG: 2800,
      brewTimeS: 350,
      strengthPct: null,
      sampledAt: null,
      bed: null,
      wall: null,
      taste: [],
      liked: null,
      note: "",
      at: NOW.toISOString(),
      confirmed: true,
      ...change,
    },
    barista,
  );
  return { id, notInTrial };
}

test("a trial of a recipe begins from a card of it; a recipe without one is scaled first", async () => {
  const { recipe } = (await cardRows.readCard(fresh.db, CARD))!.sheet.chosen;
  const listed = async (link: string) => {
    const page = await list.readTrialList(new URLSearchParams(link));
    if (typeof page === "string") throw new Error(page);
    const card = page.begin === undefined ? undefined : await cardRows.readCard(fresh.db, page.begin);
    return { recipe: card?.sheet.chosen.recipe, toScale: page.toScale };
  };
  expect(await listed(`recipe=${recipe}`)).toEqual({ recipe, toScale: undefined });
  expect(await listed(`recipe=${demoId(999)}`)).toEqual({
    recipe: undefined,
    toScale: `/scale?recipe=${demoId(999)}`,
  });
  expect(await listed("")).toEqual({ recipe: undefined, toScale: undefined });
});

test("the demo has a running trial and three that ended, one of them iced", async () => {
  const rows = await fresh.db.select().from(trials);
  const states = rows.map(({ state, serve }) => `${state} ${serve}`).toSorted();
  expect(states).toEqual(["approved hot", "approved hot", "approved iced", "running hot"]);
  for (const { id } of rows) {
    const { tried } = await found(id);
    expect(tried.length).toBeGreaterThanOrEqual(2);
  }
});

test("a trial begins from what is known, once however often it is sent, and what is logged from its card is in it", async () => {
  const id = uuidv7();
  await house.startTrial({ id, cardId: CARD }, lead);
  await house.startTrial({ id, cardId: CARD }, lead);
  const { trial, question } = await found(id);
  expect(trial).toMatchObject({ state: "running", priorFrom: "learned", siteId: PIER_HEAD });
  const [{ doseMaxG } = { doseMaxG: 0 }] = await fresh.db
    .select({ doseMaxG: brewers.doseMaxG })
    .from(brewers)
    .where(eq(brewers.id, DEMO_IDS.brewers.fulmar));
  expect(question).toMatchObject({ wanted: { doseMaxG }, curveVersion: 1 });
  expect(trial.budgetG).toBeGreaterThan(500);
  const batchId = await brewed(id, 10.5);
  expect((await found(id)).tried.map(({ id: own }) => own)).toEqual([batchId]);
});

test("the next card has the one change, and the card after it keeps that", async () => {
  const id = await begun();
  const card = async (setting: number, doseG: number) => {
    const { cardId } = await house.cardForTrial(
      { id: uuidv7(), trialId: id, setting, doseG, iceG: 0 },
      barista,
    );
    return { cardId, sheet: (await cardRows.readCard(fresh.db, cardId))!.sheet };
  };
  const first = await card(10, 202);
  const more = await card(10, 212);
  expect(more.sheet.result.rounded).toMatchObject({
    doseG: 212,
    brewWaterG: first.sheet.result.rounded.brewWaterG,
  });
  expect(more.sheet.dial?.setting).toBe(10);
  await brewed(id, 10, { cardId: more.cardId, doseG: 212 });
  expect((await found(id)).base.result.rounded.doseG).toBe(212);
  expect((await card(11.5, 212)).sheet).toMatchObject({
    dial: { setting: 11.5 },
    result: { rounded: { doseG: 212 } },
  });
});

test("a batch that is brewed on another grinder than its trial's card says is logged, and said not to be in the trial", async () => {
  const id = await begun();
  const logged = await logOne(id, 10, { grinderId: DEMO_IDS.grinders.dunlin });
  expect(logged.notInTrial).toContain("another grinder");
  expect((await found(id)).tried).toEqual([]);
});

test("what is seen and tasted is there afterwards, by whom it was said", async () => {
  const id = await begun();
  const batchId = await brewed(id, 9);
  const read = {
    signs: { bed: "cratered", dryPockets: true },
    waterTempC: 91,
    liked: null,
    promise: null,
    changed: [],
  } as const;
  await house.sayReading({ batchId, revision: 1, read });
  // The same again is the same; another one from an older state is not.
  await house.sayReading({ batchId, revision: 1, read });
  await expect(
    house.sayReading({ batchId, revision: 1, read: { ...read, waterTempC: 80 } }),
  ).rejects.toMatchObject({
    code: "stale",
  });
  const tastingId = uuidv7();
  const words = { minutes: 12, tempC: 55, acidity: "sharp" } as const;
  await house.sayTasting({ id: tastingId, batchId, words }, { personId: TRAINEE, at: NOW });
  await house.sayTasting({ id: tastingId, batchId, words }, { personId: TRAINEE, at: NOW });
  const { batches: rows } = await found(id);
  expect(rows[0]).toMatchObject({ read, tastings: [{ words, person: "Mirren Sallow" }] });
  await expect(
    house.takeTastingBack({ id: tastingId }, { personId: BARISTA, role: "barista" }),
  ).rejects.toThrow("somebody else's words");
  await house.takeTastingBack({ id: tastingId }, { personId: LEAD, role: "lead" });
  expect((await found(id)).batches[0]!.tastings).toEqual([]);
});

describe("a batch that a trial cannot stand on", () => {
  test("of another brewer, another grinder, other burrs, another trial, taken out", async () => {
    const id = await begun();
    const add = (batchId: string) => house.addBatch({ trialId: id, batchId }, barista);
    const [turnstone] = await fresh.db
      .select()
      .from(batches)
      .where(eq(batches.brewerId, DEMO_IDS.brewers.turnstone))
      .limit(1);
    await expect(add(turnstone!.id)).rejects.toThrow("another brewer");
    const own = await brewed(id, 10);
    await add(own);
    const other = await begun();
    await expect(house.addBatch({ trialId: other, batchId: own }, barista)).rejects.toThrow("another trial");
    const byHand = uuidv7();
    const [row] = await fresh.db.select().from(batches).where(eq(batches.id, own));
    await fresh.db.insert(batches).values({ ...row!, id: byHand, curveVersion: 99 });
    await expect(add(byHand)).rejects.toThrow("other burrs");
    await fresh.db
      .update(batches)
      .set({ curveVersion: row!.curveVersion, removed: true })
      .where(eq(batches.id, byHand));
    await expect(add(byHand)).rejects.toThrow("taken out");
    await fresh.db
      .update(batches)
      .set({ removed: false, grinderId: DEMO_IDS.grinders.dunlin })
      .where(eq(batches.id, byHand));
    await expect(add(byHand)).rejects.toThrow("another grinder");
  });

  test("one of the log that is put into it stands in it once, and who follows is told once", async () => {
    const id = await begun();
    const batchId = await brewed(await begun(), 10);
    await fresh.db.delete(trialBatches).where(eq(trialBatches.batchId, batchId));
    for (let sent = 0; sent < 2; sent++) await house.addBatch({ trialId: id, batchId }, barista);
    expect((await found(id)).tried.map(({ id: own }) => own)).toEqual([batchId]);
    const lines = await fresh.db.select().from(events).where(eq(events.kind, "trialChanged"));
    expect(lines.filter(({ details }) => details.trialId === id)).toMatchObject([
      { siteId: PIER_HEAD, personId: BARISTA },
    ]);
  });

  test("one that is taken out of the log is out of its trial, and back with it", async () => {
    const id = await begun();
    const batchId = await brewed(id, 10);
    await logs.takeOut({ id: batchId, revision: 1, removed: true }, lead);
    expect((await found(id)).tried).toEqual([]);
    await logs.takeOut({ id: batchId, revision: 2, removed: false }, lead);
    expect((await found(id)).tried).toHaveLength(1);
  });
});

test("a setting off the dial is refused at its field; a trial that has ended takes nothing more", async () => {
  const id = await begun();
  await expect(
    house.cardForTrial({ id: uuidv7(), trialId: id, setting: 25, ...AS_BEFORE }, barista),
  ).rejects.toMatchObject({
    field: "setting",
  });
  const batchId = await brewed(id, 10);
  const { trial } = await found(id);
  await house.endTrial({ id, revision: trial.revision, reason: "The bag ran out" }, lead);
  expect((await found(id)).trial).toMatchObject({ state: "givenUp", reason: "The bag ran out" });
  await expect(
    house.cardForTrial({ id: uuidv7(), trialId: id, setting: 10, ...AS_BEFORE }, barista),
  ).rejects.toThrow("has ended");
  const words = { minutes: 1 };
  await expect(house.sayTasting({ id: uuidv7(), batchId, words }, lead)).rejects.toThrow("has ended");
  const late = await brewed(await begun(), 10);
  await fresh.db.delete(trialBatches).where(eq(trialBatches.batchId, late));
  await expect(house.addBatch({ trialId: id, batchId: late }, barista)).rejects.toThrow("has ended");
});

test("a trial begins from a card that is there and can be brewed; what is not there is told", async () => {
  const start = (cardId: string) => house.startTrial({ id: uuidv7(), cardId }, lead);
  const notThere = (work: Promise<unknown>) => expect(work).rejects.toMatchObject({ code: "notThere" });
  await notThere(start(demoId(999)));
  await fresh.db.update(cards).set({ draft: true }).where(eq(cards.id, CARD));
  await expect(start(CARD)).rejects.toMatchObject({
    code: "refused",
    message: expect.stringMatching(/^Something stands against brewing this card/),
  });
  await fresh.db.update(cards).set({ draft: false }).where(eq(cards.id, CARD));
  const [gone, id] = [demoId(999), await begun()];
  await notThere(house.cardForTrial({ id: uuidv7(), trialId: gone, setting: 10, ...AS_BEFORE }, barista));
  await notThere(house.addBatch({ trialId: gone, batchId: gone }, barista));
  await notThere(house.alterTrial({ id: gone, revision: 1, budgetG: 500, bothSides: true }, lead));
  await notThere(house.endTrial({ id: gone, revision: 1, reason: "" }, lead));
  await notThere(house.addBatch({ trialId: id, batchId: gone }, barista));
  expect(await seen.trialAtHand(gone)).toBeUndefined();
  const before = await fresh.db.$count(trials);
  await house.startTrial({ id, cardId: CARD }, lead);
  expect(await fresh.db.$count(trials)).toBe(before);
});

test("the dial's very ends are on it; a card under an id that is taken is none", async () => {
  const trialId = await begun();
  const made = (setting: number, id = uuidv7()) =>
    house.cardForTrial({ id, trialId, setting, ...AS_BEFORE }, barista);
  for (const setting of [0, 24]) await made(setting);
  for (const setting of [-0.5, 24.5]) await expect(made(setting)).rejects.toMatchObject({ field: "setting" });
  await expect(made(10, CARD)).rejects.toMatchObject({ code: "stale" });
  const [first, second] = [await brewed(trialId, 10), await brewed(trialId, 11, { doseG: 200 })];
  expect((await found(trialId)).trial).toMatchObject({ batches: 2, spentG: 402 });
  await logs.takeOut({ id: second, revision: 1, removed: true }, lead);
  expect((await found(trialId)).trial).toMatchObject({ batches: 1, spentG: 202 });
  expect((await found(trialId)).tried.map(({ id }) => id)).toEqual([first]);
  // Three batches of its card, in whole grams.
  expect((await found(trialId)).trial.budgetG).toBe(Math.ceil(3 * AS_BEFORE.doseG));
});

test("a trial whose grinder was taken off the bench takes no batch and makes no card", async () => {
  const trialId = await begun();
  const batchId = await brewed(trialId, 10);
  const off = (removed: boolean) =>
    transact(fresh.db, async (tx) => {
      await tx.update(grinders).set({ removed }).where(eq(grinders.id, DEMO_IDS.grinders.chough));
      await turnBench(tx, "equipment");
    });
  await off(true);
  const refused = (work: Promise<unknown>) => expect(work).rejects.toThrow(/another grinder/);
  await refused(house.addBatch({ trialId, batchId }, barista));
  await refused(house.cardForTrial({ id: uuidv7(), trialId, setting: 10, ...AS_BEFORE }, barista));
  await off(false);
});

test("words are taken back by whoever said them, or by a lead", async () => {
  const trialId = await begun();
  const batchId = await brewed(trialId, 10);
  const tasting = async () => {
    const id = uuidv7();
    await house.sayTasting({ id, batchId, words: { minutes: 1 } }, barista);
    return id;
  };
  const takes = (id: string, personId: string, role: "lead" | "barista") =>
    house.takeTastingBack({ id }, { personId, role });
  const id = await tasting();
  await expect(takes(id, TRAINEE, "barista")).rejects.toThrow(/^These are somebody else's words/);
  await takes(id, BARISTA, "barista");
  await takes(await tasting(), LEAD, "lead");
  // Sent twice it is done once.
  await takes(id, BARISTA, "barista");
});

test("an approved batch of a trial ends it, and teaches with the trial's middle and width; of two leads one approves", async () => {
  const id = await begun();
  const setting = Math.round(2 * (await found(id)).trial.priorSetting) / 2;
  const batchId = await brewed(id, setting, { liked: true });
  await house.sayReading({
    batchId,
    revision: 1,
    read: {
      signs: { bed: "flat", time: "right" },
      waterTempC: null,
      liked: null,
      promise: null,
      changed: [],
    },
  });
  const approve = () => standard.makeStandard({ id: uuidv7(), batchId, revision: 1, cards: [] }, lead);
  await Promise.all([approve(), approve()]);
  const rows = await fresh.db.select().from(standards).where(eq(standards.batchId, batchId));
  expect(rows).toHaveLength(1);
  expect(rows[0]).toMatchObject({ trialId: id, brewedOnce: true, retiredAt: null });
  expect(rows[0]!.provedSd).toBeGreaterThan(0);
  expect(Math.abs(rows[0]!.provedSetting! - setting)).toBeLessThan(1);
  expect((await found(id)).trial.state).toBe("approved");
  const { provedSetting, provedSd } = rows[0]!;
  const read = (await readStandards(fresh.db)).find((each) => each.id === rows[0]!.id);
  expect(read?.proof).toEqual({ trialId: id, setting: provedSetting, sdUnits: provedSd, brewedOnce: true });
});

test("a card that a trial began with is not deleted, and no list offers the cards of its batches", async () => {
  const id = await begun();
  const { cardId } = await house.cardForTrial(
    { id: uuidv7(), trialId: id, setting: 11, ...AS_BEFORE },
    barista,
  );
  expect((await cardRows.listCards(fresh.db, PIER_HEAD)).map((card) => card.id)).not.toContain(cardId);
  const { trial } = await found(id);
  await fresh.db.update(cards).set({ retired: true }).where(eq(cards.id, trial.cardId));
  expect(await cardRows.deleteCard(fresh.db, trial.cardId, lead)).toMatchObject({ ok: false });
  await fresh.db.update(cards).set({ retired: false }).where(eq(cards.id, trial.cardId));
});

test("two who change one trial at once: the later one is told", async () => {
  const id = await begun();
  const { revision } = (await found(id)).trial;
  await house.alterTrial({ id, revision, budgetG: 700, bothSides: true }, lead);
  await expect(
    house.alterTrial({ id, revision, budgetG: 900, bothSides: true }, barista),
  ).rejects.toMatchObject({
    code: "stale",
  });
  expect((await found(id)).trial).toMatchObject({ budgetG: 700, bothSides: true });
});

describe("three cups", () => {
  const started = async (batchId: string, ballots = 6) => {
    const { id } = await cups.startCupTest(
      { id: uuidv7(), batchId, beside: "Loft cone", ballots, minutes: 30 },
      barista,
    );
    return { id, ballots: (await cupRows.findCupTest(fresh.db, id))!.ballots };
  };
  const anyBatch = async () => (await fresh.db.select().from(batches).limit(1))[0]!.id;

  test("a code counts once, sent twice it is one, and a forged one is none", async () => {
    const { ballots } = await started(await anyBatch());
    const [{ code } = { code: "" }] = ballots;
    await cups.takeBallot({ code, answer: 1 });
    await cups.takeBallot({ code, answer: 1 });
    await expect(cups.takeBallot({ code, answer: 2 })).rejects.toThrow("counts once");
    await expect(cups.takeBallot({ code: "ZZZZZZZZ", answer: 1 })).rejects.toThrow("No ballot has this code");
    expect(new Set(ballots.map((each) => each.code)).size).toBe(6);
  });

  test("late is too late, and what it came to is told only when it has closed", async () => {
    const batchId = await anyBatch();
    const { id, ballots } = await started(batchId);
    for (const { code, odd } of ballots.slice(0, 5)) await cups.takeBallot({ code, answer: odd });
    expect((await cups.cupTalliesOf([batchId])).has(batchId)).toBe(false);
    await cups.endCupTest({ id });
    await expect(cups.takeBallot({ code: ballots[5]!.code, answer: 0 })).rejects.toThrow("came too late");
    expect((await cups.cupTalliesOf([batchId])).get(batchId)).toEqual({
      cups: 5,
      right: 5,
      beside: "Loft cone",
    });
  });

  test("the verdict stands on a card that follows the pot", async () => {
    const [card] = await fresh.db.select().from(cards).where(eq(cards.id, CARD));
    const batchId = await anyBatch();
    const { id, ballots } = await started(batchId, 24);
    for (const [i, { code, odd }] of ballots.entries()) {
      await cups.takeBallot({ code, answer: i < 8 ? odd : (odd + 1) % 3 });
    }
    await cups.endCupTest({ id });
    const standard = { batchId, approvedAt: NOW.toISOString(), was: { pins: [], grind: "best" as const } };
    await fresh.db
      .update(cards)
      .set({ sheet: { ...card!.sheet, standard } as (typeof cards.$inferSelect)["sheet"] })
      .where(eq(cards.id, CARD));
    expect((await cardPage.readCardPage(CARD))?.proof).toContain(
      "The same cup as Loft cone, near enough: 8 of 24",
    );
    await fresh.db.update(cards).set({ sheet: card!.sheet }).where(eq(cards.id, CARD));
  });

  test("300 ballots at once are all counted", async () => {
    const { id, ballots } = await started(await anyBatch(), 300);
    await Promise.all(ballots.map(({ code, position }) => cups.takeBallot({ code, answer: position % 3 })));
    const { ballots: after } = (await cupRows.findCupTest(fresh.db, id))!;
    expect(after.filter(({ answer, position }) => answer === position % 3)).toHaveLength(300);
  });
});
