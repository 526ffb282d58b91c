import { subMinutes } from "date-fns";
import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { findCupTest } from "#data/cups.ts";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { fits, trials } from "#data/schema/index.ts";
import { ownUrl, qrOf } from "#server/links.ts";
import { bigPot } from "./batches.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";
import { shown } from "./shown.ts";

/*
 * The pages of one batch, of its cups and of the trials, and coffee that nobody named in the day afterwards.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const NOTHING = demoId(9999);
const barista = { personId: BARISTA, at: NOW };
const lead = { personId: LEAD, at: NOW };

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let logs: typeof import("#server/batches.ts");
let standards: typeof import("#server/standards.ts");
let cups: typeof import("#server/cups.ts");
let page: typeof import("#server/read/batch.ts");
let cupPage: typeof import("#server/read/cups.ts");
let trialPage: typeof import("#server/read/trials.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("batch_pages", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  // A pair that learns from its log would be fitted behind the batches of these tests.
  await fresh.db.delete(fits);
  logs = await import("#server/batches.ts");
  standards = await import("#server/standards.ts");
  cups = await import("#server/cups.ts");
  page = await import("#server/read/batch.ts");
  cupPage = await import("#server/read/cups.ts");
  trialPage = await import("#server/read/trials.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

async function logged(change: Parameters<typeof bigPot>[1] = {}) {
  const batch = bigPot(NOW, change);
  await logs.log(batch, barista);
  return batch.id;
}

describe("a batch's page", () => {
  test("says where it would be the standard, to whoever may approve it", async () => {
    const id = await logged();
    const { batch, approval, approvals, cupTests, trialId, recording } = await shown(
      page.readBatch(id, "lead"),
    );
    expect(batch).toMatchObject({ coffee: "Saltmarsh", brewer: "Fulmar", when: "14 Jul 2026, 09:30" });
    expect(approval).toMatchObject({ what: expect.stringMatching(/^Saltmarsh, hot, .* on Fulmar$/) });
    expect({ approvals, cupTests, trialId, recording }).toEqual({
      approvals: [],
      cupTests: [],
      trialId: undefined,
      recording: undefined,
    });
    for (const role of ["barista", "trainee"] as const)
      expect((await shown(page.readBatch(id, role))).approval).toEqual({ cannot: expect.any(String) });
    for (const none of [NOTHING, "nonsense"]) expect(await page.readBatch(none, "lead")).toBeUndefined();
  });

  test("says when and by whom it was approved, and when that ended", async () => {
    const id = await logged();
    await standards.makeStandard({ id: uuidv7(), batchId: id, revision: 1, cards: [] }, lead);
    const approved = await shown(page.readBatch(id, "lead"));
    expect(approved.approvals).toMatchObject([
      { when: "14 Jul 2026, 09:30", person: "Oda Venn", retired: undefined },
    ]);
    expect(approved.approval).toEqual({ cannot: expect.any(String) });
    await standards.endStandard(id, lead);
    expect((await shown(page.readBatch(id, "lead"))).approvals).toMatchObject([
      { retired: "14 Jul 2026, 09:30" },
    ]);
  });

  test("names the trials that run for its coffee on its brewer, and those alone", async () => {
    const { running } = await shown(trialPage.readTrialList(new URLSearchParams()));
    expect(running).toHaveLength(1);
    const kittiwake = await logged({ coffeeId: DEMO_IDS.coffees.kittiwake });
    expect((await shown(page.readBatch(kittiwake, "lead"))).trials).toEqual([
      { id: running[0]!.id, title: running[0]!.title },
    ]);
    const other = await logged({
      coffeeId: DEMO_IDS.coffees.kittiwake,
      brewerId: DEMO_IDS.brewers.turnstone,
      doseG: 100,
      waterG: 1600,
      yieldG: 1390,
    });
    expect((await shown(page.readBatch(other, "lead"))).trials).toEqual([]);
    // One that has ended is none that it could be added to.
    const [ended] = await fresh.db.select().from(trials).where(eq(trials.state, "approved"));
    const { coffeeId, brewerId, siteId } = ended!;
    expect(siteId).toBe(PIER_HEAD);
    const late = await logged({ coffeeId, brewerId });
    const offered = (await shown(page.readBatch(late, "lead"))).trials.map(({ id }) => id);
    expect(offered).not.toContain(ended!.id);
    // A batch of a trial is that one's.
    const [own] = (await shown(trialPage.readTrialPage(running[0]!.id))).batches;
    expect(await shown(page.readBatch(own!.tried.id, "lead"))).toMatchObject({
      trialId: running[0]!.id,
      trials: [],
    });
  });
});

describe("three cups of a batch", () => {
  const begun = async (batchId: string) => {
    const { id } = await cups.startCupTest(
      { id: uuidv7(), batchId, beside: "Loft cone", ballots: 3, minutes: 30 },
      barista,
    );
    return id;
  };

  test("are prepared by their labels: of the three two are alike, and the odd one is where the ballot has it", async () => {
    const id = await begun(await logged());
    const test = await shown(cupPage.readCupTest(id, true));
    expect(test).toMatchObject({
      pot: "Saltmarsh on Fulmar, today, 09:30",
      beside: "Loft cone",
      isOpen: true,
      closes: "today, 10:00",
      given: 3,
      answered: 0,
      tally: undefined,
    });
    expect(test.labels).toHaveLength(3);
    const ballots = (await findCupTest(fresh.db, id))!.ballots;
    for (const { cups: of, code, qr } of test.labels) {
      expect(code).toMatch(/^[2-9CFGHJKMPQRVWX]{8}$/);
      expect(qr).toEqual(qrOf(ownUrl(`/ballot/${code}`)));
      const { odd, oddIsPot } = ballots.find((ballot) => ballot.code === code)!;
      expect(of.map(({ isPot }) => isPot)).toEqual([0, 1, 2].map((place) => (place === odd) === oddIsPot));
    }
    expect((await shown(cupPage.readCupTest(id, false))).labels).toEqual([]);
    for (const none of [NOTHING, "nonsense"]) expect(await cupPage.readCupTest(none, true)).toBeUndefined();
  });

  test("are counted for all to see once the test is closed, on its page and on the batch's", async () => {
    const batchId = await logged();
    const id = await begun(batchId);
    const { ballots } = (await findCupTest(fresh.db, id))!;
    const [right, wrong] = ballots;
    await cups.takeBallot({ code: right!.code, answer: right!.odd });
    await cups.takeBallot({ code: wrong!.code, answer: (wrong!.odd + 1) % 3 });
    const other = { code: ballots[2]!.code, answer: (ballots[2]!.odd + 2) % 3 };
    await cups.takeBallot(other);
    expect(await shown(cupPage.readCupTest(id, false))).toMatchObject({ answered: 3, tally: undefined });
    expect((await shown(page.readBatch(batchId, "lead"))).cupTests).toMatchObject([{ id, says: undefined }]);
    await cups.endCupTest({ id });
    expect(await shown(cupPage.readCupTest(id, false))).toMatchObject({
      isOpen: false,
      tally: { cups: 3, right: 1 },
    });
    const [closed] = (await shown(page.readBatch(batchId, "lead"))).cupTests;
    expect(closed!.says).toMatch(/1 of 3/);
  });

  test("a ballot is found by its code in any letters, and by no other", async () => {
    const id = await begun(await logged());
    const [{ code } = { code: "" }] = (await shown(cupPage.readCupTest(id, true))).labels;
    expect(await cupPage.readBallot(code.toLowerCase())).toMatchObject({ code, answer: null, isOpen: true });
    await cups.endCupTest({ id });
    expect(await cupPage.readBallot(code)).toMatchObject({ isOpen: false });
    expect(await cupPage.readBallot("ZZZZZZZZ")).toBeUndefined();
  });

  test("of a batch that is not there, or of no test, are refused", async () => {
    await expect(begun(NOTHING)).rejects.toMatchObject({ code: "notThere" });
    await expect(cups.endCupTest({ id: NOTHING })).rejects.toMatchObject({ code: "notThere" });
  });
});

describe("the list of trials", () => {
  const list = (query = "") => shown(trialPage.readTrialList(new URLSearchParams(query)));

  test("has what runs and what has ended, the last first, and what could be begun", async () => {
    const { running, ended, older, cards, begin, toScale, sums } = await list();
    expect(running[0]!.title).toMatch(/Kittiwake/);
    expect(ended).toHaveLength(3);
    expect(ended.map(({ when }) => when)).toEqual(["9 Jun, 11:21", "6 Jun, 11:19", "3 Jun, 11:14"]);
    expect({ older, begin, toScale }).toEqual({ older: undefined, begin: undefined, toScale: undefined });
    expect(cards.map(({ title }) => title)).toContain("Saltmarsh, hot, 2\u202f801 g on Fulmar");
    expect(sums).toBeDefined();
  });

  test("goes on behind a place; what names no place is no place", async () => {
    const { ended } = await list();
    const { readTrials } = await import("#data/trials.ts");
    const [last] = await readTrials(fresh.db, PIER_HEAD, { running: false });
    const place = last!.at.toISOString();
    const behind = (await list(`before=${place}&beforeId=${ended[0]!.id}`)).ended;
    expect(behind.map(({ id }) => id)).toEqual(ended.slice(1).map(({ id }) => id));
    for (const query of [
      "before=yesterday",
      `before=${place}`,
      `beforeId=${ended[0]!.id}`,
      `before=${place}&beforeId=x`,
    ])
      expect((await list(query)).ended).toHaveLength(3);
  });

  test("begins one from the card of a recipe or of a batch like it; without a card the recipe is scaled first", async () => {
    expect((await list(`recipe=${demoId(65)}`)).begin).toBeDefined();
    expect((await list(`recipe=${demoId(65)}`)).toScale).toBeUndefined();
    expect(await list(`recipe=${demoId(67)}`)).toMatchObject({
      begin: undefined,
      toScale: `/scale?recipe=${demoId(67)}`,
    });
    const from = await logged({ cardId: demoId(601) });
    expect((await list(`like=${from}`)).begin).toBe(demoId(601));
    // Its coffee on its brewer, served as it was.
    const hot = (await list(`like=${await logged()}`)).begin;
    expect([demoId(600), demoId(601)]).toContain(hot);
    const iced = await logged({ method: "onIce", iceG: 1100, waterG: 1667, yieldG: 2380, doseG: 184 });
    expect([demoId(602), demoId(603)]).toContain((await list(`like=${iced}`)).begin);
    expect((await list(`like=${NOTHING}`)).begin).toBeUndefined();
  });

  test("has the pairs that were brewed beside each other, with what was said; not those of a batch that is gone", async () => {
    const pairs = await import("#server/pairs.ts");
    const [first, second] = [await logged(), await logged({ coffeeId: DEMO_IDS.coffees.kittiwake })];
    const id = uuidv7();
    await pairs.startPair({ id, firstId: first, secondId: second, about: "dial" }, barista);
    const found = async () => (await list()).pairs.find((pair) => pair.id === id);
    expect(await found()).toMatchObject({
      title: "Saltmarsh and Kittiwake on Fulmar",
      when: "today, 09:30",
      href: `/compare?batches=${first},${second}`,
      scores: [],
    });
    await logs.takeOut({ id: second, revision: 1, removed: true }, lead);
    expect(await found()).toBeUndefined();
  });

  test("a trial's page has its sheet, its batches and what was tasted of them", async () => {
    const { running, ended } = await list();
    const trial = await shown(trialPage.readTrialPage(running[0]!.id));
    expect(trial).toMatchObject({
      title: running[0]!.title,
      state: "running",
      person: "Oda Venn",
      ended: undefined,
    });
    expect(trial.sheet.doseG).toBeGreaterThan(100);
    expect(trial.sheet.forecast!.brewTimeS).toBeGreaterThan(120);
    expect(trial.batches.length).toBeGreaterThan(1);
    expect(trial.batches[0]!.tastings[0]).toMatchObject({
      words: expect.objectContaining({ clarity: expect.any(String) }),
      person: expect.any(String),
    });
    expect((await shown(trialPage.readTrialPage(ended[0]!.id))).ended).toBe("9 Jun, 11:21");
    for (const none of [NOTHING, "nonsense"]) expect(await trialPage.readTrialPage(none)).toBeUndefined();
  });
});

test("the day afterwards has coffee that nobody named, too", async () => {
  const { keepBarEvents } = await import("#server/bar.ts");
  const { readDayAfter } = await import("#server/read/dayAfter.ts");
  const at = (minutes: number) => subMinutes(NOW, minutes).toISOString();
  const vesselId = demoId(33);
  const filled = {
    kind: "potFilled" as const,
    id: uuidv7(),
    at: at(60),
    vesselId,
    cardId: null,
    batchId: null,
    coffeeId: null,
    serve: "hot" as const,
    liquidG: 400,
    strengthPct: null,
    tempC: null,
    brewedAt: at(60),
  };
  await keepBarEvents(PIER_HEAD, { sentAt: NOW.toISOString(), events: [filled] }, barista);
  const day = await readDayAfter("2026-07-14");
  if (typeof day === "string") throw new Error(day);
  expect(day.products.map(({ name }) => name)).toContain("coffee that nobody named, hot");
});
