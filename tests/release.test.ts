import { createHash } from "node:crypto";
import { rmSync } from "node:fs";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { cardSheet } from "#contract/card.ts";
import { currentCard, type FirstCard } from "#contract/cardShape.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { pinSetsOf, type SheetFigures } from "#core/sheet";
import { listCards } from "#data/cards.ts";
import { PIER_HEAD } from "#data/demo/bench.ts";
import { aloneInSetUp, migrateHouse } from "#data/migrate.ts";
import { readStandards } from "#data/standards.ts";
import { remade } from "#scaling/cards";
import { isCoupled } from "#scaling/choice";
import { benchOn, MIGRATIONS } from "./database.ts";
import { bareDatabase, fillRaw, type RawRow, readRaw, releasedHouse, upTo } from "./releases.ts";

const LAST = "0008_ice";
const HOUSE = releasedHouse(LAST);
let own: Awaited<ReturnType<typeof bareDatabase>>;

beforeAll(async () => {
  own = await bareDatabase("release");
  const before = upTo(LAST);
  await migrateHouse(own.pool, before);
  rmSync(before, { recursive: true });
  await fillRaw(own.pool, HOUSE);
  // Two servers start at once.
  const start = () => aloneInSetUp(own.pool, () => migrateHouse(own.pool, MIGRATIONS));
  await Promise.all([start(), start()]);
});
afterAll(() => own.drop());

/** Tables whose rows stand otherwise since. */
const MOVED = ["sessions", "sign_in_tries"];

const keyOf = ({ id, brewer_id, grinder_id, site_id, day, coffee_id }: RawRow) =>
  id ?? JSON.stringify([brewer_id, grinder_id, site_id, day, coffee_id]);

describe("a house of the last release", () => {
  test("has something in every table that it had", async () => {
    const [rows] = await own.pool.query("SHOW FULL TABLES WHERE Table_type = 'BASE TABLE'");
    const tables = (rows as RawRow[]).map((row) => String(Object.values(row)[0]));
    const since = [
      "__drizzle_migrations",
      "locks",
      "bench_revisions",
      "events",
      "jobs",
      "site_seq",
      "limits",
      "cup_ballots",
      "cup_tests",
      "day_plans",
      "guide_events",
      "guides",
      "pair_scores",
      "pairs",
      "sales",
      "site_plans",
      "tastings",
      "trial_batches",
      "trials",
    ];
    expect(tables.filter((table) => !since.includes(table)).toSorted()).toEqual(
      Object.keys(HOUSE)
        .filter((table) => table !== "sign_in_tries")
        .toSorted(),
    );
    for (const [table, kept] of Object.entries(HOUSE)) expect(kept.length, table).toBeGreaterThan(0);
  });

  test.each(Object.keys(HOUSE).filter((table) => !MOVED.includes(table)))(
    "%s: every row is there, and every figure of it is what it was",
    async (table) => {
      const now = new Map((await readRaw(own.pool, table)).map((row) => [keyOf(row), row]));
      expect(now.size).toBe(HOUSE[table]!.length);
      for (const { bench_revision: _moved, settings, ...old } of HOUSE[table]!) {
        const row = now.get(keyOf(old));
        expect(row).toMatchObject(old);
        // Settings that came since stand beside those of then.
        if (settings) expect(JSON.parse(String(row!.settings))).toMatchObject(JSON.parse(String(settings)));
      }
    },
  );

  test("its sessions are there, and nobody reads a token any more; its wrong PINs go on counting", async () => {
    const sessions = new Map((await readRaw(own.pool, "sessions")).map((row) => [row.id, row]));
    expect(sessions.size).toBe(HOUSE.sessions!.length);
    for (const { token, ...old } of HOUSE.sessions!) {
      const hash = createHash("sha256").update(String(token)).digest("hex");
      expect(sessions.get(old.id)).toMatchObject({ ...old, token_hash: hash });
    }
    const limits = new Map((await readRaw(own.pool, "limits")).map(({ key, points }) => [key, points]));
    const names = HOUSE.sign_in_tries!.filter(({ who }) => String(who).startsWith("person "));
    expect(names.length).toBeGreaterThan(0);
    expect(limits.size).toBe(names.length);
    for (const { who, tries } of names) {
      expect(limits.get(String(who).replace("person ", "tries:"))).toBe(tries);
    }
  });

  test("its bench is at the revision that it was at, so that nothing that was read of it counts as older", async () => {
    const revisions = new Map((await readRaw(own.pool, "bench_revisions")).map(({ part, n }) => [part, n]));
    const [{ bench_revision }] = HOUSE.house as [RawRow];
    expect(Object.fromEntries(revisions)).toEqual({ equipment: bench_revision, recipes: 0, learned: 0 });
  });

  test("its iced batches and standards were brewed onto their ice, as they counted", async () => {
    const batches = await readRaw(own.pool, "batches");
    expect(batches.some(({ ice_g }) => Number(ice_g) > 0)).toBe(true);
    for (const { ice_g, method } of batches) expect(method).toBe(Number(ice_g) > 0 ? "onIce" : null);
    for (const { serve, method } of await readStandards(own.db)) {
      expect(method).toBe(serve === "iced" ? "onIce" : null);
    }
  });
});

describe("its cards", () => {
  const stored = new Map(
    HOUSE.cards!.map(({ id, sheet }) => [String(id), JSON.parse(String(sheet)) as FirstCard]),
  );

  test("are of all kinds, and in the shape of now they say every figure that they said", async () => {
    const cards = await listCards(own.db, PIER_HEAD);
    expect(cards).toHaveLength(stored.size);
    const methods = new Set(cards.map(({ sheet }) => icedMethodOf(sheet)));
    expect(methods.size).toBe(7);
    for (const { id, sheet } of cards) {
      const old = stored.get(id)!;
      expect(cardSheet.parse(sheet)).toEqual(sheet);
      const { input, result, dial, forecast, pours, madeWith, swirlS, firstPot } = old;
      expect(sheet).toMatchObject({ input, madeWith });
      expect([sheet.forecast, sheet.pours, sheet.swirlS, sheet.firstPot]).toEqual([
        forecast,
        pours,
        swirlS,
        firstPot,
      ]);
      expect([sheet.result.exact, sheet.result.rounded]).toEqual([result.exact, result.rounded]);
      expect(sheet.result.checks.map(({ code }) => code)).toEqual(result.checks.map(({ code }) => code));
      expect(sheet.dial).toEqual(dial && { by: "rule", ...dial });
      expect(sheet.chosen.pins).toEqual(old.iced?.pins ?? pinSetsOf(input.pins));
      if (old.iced) {
        const { service, pins, ...followed } = old.iced;
        expect(sheet.chosen.iced).toEqual(service);
        expect(sheet.iced).toEqual(followed);
      }
      if (old.standard) {
        expect(sheet.standard).toMatchObject({
          batchId: old.standard.batchId,
          was: { pins: pinSetsOf(old.standard.was.pins) },
        });
      }
      // Read once more, it is the same.
      expect(currentCard(sheet)).toBe(sheet);
    }
  });

  test("stand in columns as their sheets say", async () => {
    const rows = new Map((await readRaw(own.pool, "cards")).map((row) => [String(row.id), row]));
    for (const { id, sheet, revision } of await listCards(own.db, PIER_HEAD)) {
      expect(revision).toBe(1);
      expect(rows.get(id)).toMatchObject({
        recipe_version_id: sheet.chosen.recipe,
        brewer_id: sheet.chosen.brewer,
        grinder_id: sheet.chosen.grinder,
        coffee_id: sheet.chosen.coffee,
        vessel_id: sheet.chosen.vessel,
        serve: sheet.chosen.serve,
        method: icedMethodOf(sheet),
        size_g: sheet.result.rounded.yieldG,
        dial_by: sheet.dial?.by ?? null,
      });
    }
  });

  test("made anew today they are the same batch: the choice that they were made from was read off them rightly", async () => {
    const bench = await benchOn(own.db, PIER_HEAD);
    for (const { sheet } of await listCards(own.db, PIER_HEAD)) {
      // A first pot's bag is not open: its bed is another one.
      if (sheet.firstPot) continue;
      const recipe = bench.recipes.find(({ versionId }) => versionId === sheet.chosen.recipe)!;
      const made = remade(sheet, recipe, recipe, bench);
      expect(made.ok).toBe(true);
      if (!made.ok) continue;
      // A sheet that is solved with its forecast, or keeps its bloom apart, moves a little with a better one.
      const moves = isCoupled(sheet.chosen) || sheet.chosen.iced.bloomApart;
      if (!moves) expect(made.value.sheet.result).toEqual(sheet.result);
      for (const [name, figure] of Object.entries(sheet.result.exact))
        expect(
          Math.abs(made.value.sheet.result.exact[name as keyof SheetFigures]! - figure),
          name,
        ).toBeLessThanOrEqual(0.03 * figure);
      // Rule and forecast have been bettered since, and say another setting; a hand's and an approved one stay.
      const stays = sheet.dial?.by === "hand" || sheet.dial?.by === "standard";
      if (stays) expect(made.value.sheet.dial?.setting).toBe(sheet.dial?.setting);
      expect(made.value.sheet.dial?.by).toBe(sheet.dial?.by);
    }
  });
});

test("two that were given one name in the same moment both stay, and can be told apart", async () => {
  const bare = await bareDatabase("names");
  const before = upTo(LAST);
  try {
    await migrateHouse(bare.pool, before);
    const [cup] = HOUSE.cups!;
    const [recipe] = HOUSE.recipes!;
    const twice = (row: RawRow) => ({ ...row, id: String(row.id).replace(/.{4}$/, "9999"), position: 99 });
    await fillRaw(bare.pool, { cups: [cup!, twice(cup!)], recipes: [recipe!, twice(recipe!)] });
    await migrateHouse(bare.pool, MIGRATIONS);
    for (const [table, row] of [
      ["cups", cup!],
      ["recipes", recipe!],
    ] as const) {
      const names = (await readRaw(bare.pool, table)).map(({ name }) => String(name));
      expect(names).toContain(row.name);
      expect(names.find((name) => name !== row.name)).toMatch(new RegExp(`^${row.name} \\w{8}$`));
    }
  } finally {
    rmSync(before, { recursive: true });
    await bare.drop();
  }
});
