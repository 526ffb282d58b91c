import { eq, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { must } from "#core/result";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { AUDIT_PAGE, readAudit } from "./audit.ts";
import { BARISTA, LEAD, TRAINEE } from "./demo/bench.ts";
import {
  addFirstLead,
  addPerson,
  anonymise,
  changePerson,
  listAtTheDoor,
  listPublicPins,
  readPerson,
  setArchived,
  setPin,
} from "./people.ts";
import { readRecord } from "./record.ts";
import { audit, limits, sessions } from "./schema/index.ts";
import { addSession, findSession } from "./sessions.ts";
import { addStation, endStation, findStation, listStations } from "./stations.ts";
import { tidy } from "./tidy.ts";
import { addToken, findToken, listTokens, revokeToken } from "./tokens.ts";

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("people", AT);
});
afterAll(() => fresh.drop());

const AT = new Date("2026-07-14T08:30:00Z");
const later = (minutes: number) => new Date(AT.getTime() + minutes * 60_000);
const by = { personId: LEAD, at: AT };
const trail = (subjectId: string) => readAudit(fresh.db, { subjectId });

describe("people", () => {
  test("somebody added twice is one, and is in the trail once", async () => {
    const newcomer = { id: uuidv7(), name: "Zoë Marl", role: "barista" as const, pinHash: "x" };
    must(await addPerson(fresh.db, newcomer, by));
    must(await addPerson(fresh.db, newcomer, by));
    expect(await addPerson(fresh.db, { ...newcomer, name: "Zoë twice" }, by)).toMatchObject({
      failure: { code: "stale", theirs: { name: "Zoë Marl" } },
    });
    expect(await trail(newcomer.id)).toMatchObject([
      { person: "Oda Venn", action: "added", after: { name: "Zoë Marl", role: "barista" }, before: null },
    ]);
  });

  test("people are picked by name, so a name is there once, whatever its accents", async () => {
    const same = { id: uuidv7(), name: "zoe marl", role: "trainee" as const, pinHash: "x" };
    expect(await addPerson(fresh.db, same, by)).toMatchObject({ failure: { code: "nameTaken" } });
  });

  test("a change that began with an older row is refused with the newer one", async () => {
    const { revision } = (await readPerson(fresh.db, BARISTA))!;
    const change = { id: BARISTA, role: "barista" as const, revision };
    must(await changePerson(fresh.db, { ...change, name: "Ida Quill-Teal" }, by));
    expect(await changePerson(fresh.db, { ...change, name: "Ida Q." }, by)).toMatchObject({
      ok: false,
      failure: { code: "stale", theirs: { name: "Ida Quill-Teal", revision: revision + 1 } },
    });
    expect(await trail(BARISTA)).toMatchObject([
      { before: { name: "Ida Quill" }, after: { name: "Ida Quill-Teal" } },
    ]);
  });

  test("the last lead stays one, however it is tried, and two at once do not both go", async () => {
    const { revision } = (await readPerson(fresh.db, LEAD))!;
    const demotion = { id: LEAD, name: "Oda Venn", role: "barista" as const, revision };
    expect(await setArchived(fresh.db, LEAD, true, by)).toMatchObject({ failure: { code: "lastLead" } });
    expect(await changePerson(fresh.db, demotion, by)).toMatchObject({ failure: { code: "lastLead" } });

    const second = { id: uuidv7(), name: "Perrin Gull", role: "lead" as const, pinHash: "x" };
    must(await addPerson(fresh.db, second, by));
    const both = await Promise.all([
      setArchived(fresh.db, second.id, true, by),
      changePerson(fresh.db, demotion, by),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    // Back to one lead, Oda, for what follows.
    must(await setArchived(fresh.db, second.id, false, by));
    const now = (await readPerson(fresh.db, LEAD))!;
    must(await changePerson(fresh.db, { ...demotion, role: "lead", revision: now.revision }, by));
  });

  test("a house has one first lead", async () => {
    const first = { id: uuidv7(), name: "Nobody Yet", pinHash: "x" };
    expect(await addFirstLead(fresh.db, first, AT)).toBeUndefined();

    const empty = await demoDatabase("first", AT);
    await empty.db.execute(sql`UPDATE people SET archived = true`);
    const tries = [1, 2, 3].map((number) =>
      addFirstLead(empty.db, { id: uuidv7(), name: `First ${number}x`, pinHash: "x" }, AT),
    );
    expect((await Promise.all(tries)).filter((lead) => lead !== undefined)).toHaveLength(1);
    await empty.drop();
  });

  test("a PIN of one's own is public no more", async () => {
    expect((await listPublicPins(fresh.db)).map(({ id }) => id)).toContain(TRAINEE);
    must(await setPin(fresh.db, TRAINEE, "another hash", by));
    expect((await listPublicPins(fresh.db)).map(({ id }) => id)).not.toContain(TRAINEE);
    expect((await trail(TRAINEE))[0]).toMatchObject({ action: "pinSet", before: null, after: null });
  });

  test("who leaves cannot be picked, and their name goes for good when it is taken out", async () => {
    expect(await anonymise(fresh.db, BARISTA, "a former barista", by)).toMatchObject({
      failure: { code: "notArchived" },
    });
    must(await setArchived(fresh.db, BARISTA, true, by));
    expect((await listAtTheDoor(fresh.db)).map(({ id }) => id)).not.toContain(BARISTA);
    must(await anonymise(fresh.db, BARISTA, "a former barista", by));
    expect((await trail(BARISTA))[0]).toMatchObject({
      action: "anonymised",
      before: { anonymised: false },
      after: { anonymised: true },
    });
    const record = JSON.stringify(await readRecord(fresh.db, BARISTA));
    expect(record).toContain("a former barista");
    expect(record).not.toContain("Quill");
    expect(await setArchived(fresh.db, BARISTA, false, by)).toMatchObject({
      failure: { code: "anonymised" },
    });
  });
});

describe("the audit trail", () => {
  test("is only added to: the database refuses the rest", async () => {
    const [line] = await trail(LEAD);
    const change = fresh.db.update(audit).set({ action: "ended" }).where(eq(audit.id, line!.id));
    await expect(change).rejects.toThrow();
    const names = fresh.db
      .update(audit)
      .set({ after: { name: "Innocent" } })
      .where(eq(audit.id, line!.id));
    await expect(names).rejects.toThrow();
    await expect(fresh.db.delete(audit).where(eq(audit.id, line!.id))).rejects.toThrow();
    expect((await trail(LEAD))[0]).toEqual(line);
  });

  test("is filtered by who, what and when", async () => {
    await addStation(
      fresh.db,
      { id: uuidv7(), name: "counter", secretHash: "a".repeat(64) },
      {
        personId: LEAD,
        at: later(60),
      },
    );
    expect(await readAudit(fresh.db, { subject: "station" })).toHaveLength(1);
    expect(await readAudit(fresh.db, { from: later(30) })).toHaveLength(1);
    expect(await readAudit(fresh.db, { before: AT })).toHaveLength(0);
    expect(await readAudit(fresh.db, { personId: TRAINEE })).toHaveLength(0);
    expect((await readAudit(fresh.db, {})).length).toBeLessThanOrEqual(AUDIT_PAGE + 1);
  });
});

describe("stations and tokens", () => {
  test("a station ends for good", async () => {
    const [station] = await listStations(fresh.db);
    expect(await findStation(fresh.db, "a".repeat(64))).toEqual({ id: station!.id, name: "counter" });
    await endStation(fresh.db, station!.id, by);
    await endStation(fresh.db, station!.id, by);
    expect(await findStation(fresh.db, "a".repeat(64))).toBeUndefined();
    expect(await trail(station!.id)).toHaveLength(2);
  });

  test("a station under an id that is taken is refused: its secret would be another one", async () => {
    const station = { id: uuidv7(), name: "back bar", secretHash: "c".repeat(64) };
    must(await addStation(fresh.db, station, by));
    expect(await addStation(fresh.db, { ...station, secretHash: "d".repeat(64) }, by)).toEqual({
      ok: false,
      failure: { code: "stale" },
    });
    expect(await findStation(fresh.db, "d".repeat(64))).toBeUndefined();
  });

  test("a token that was revoked opens nothing", async () => {
    const token = { id: uuidv7(), name: "wall display", scope: "read" as const, hash: "b".repeat(64) };
    await addToken(fresh.db, token, by);
    expect(await listTokens(fresh.db)).toMatchObject([{ name: "wall display", madeBy: "Oda Venn" }]);
    expect(await findToken(fresh.db, token.hash)).toMatchObject({ scope: "read", madeBy: { id: LEAD } });
    await revokeToken(fresh.db, token.id, by);
    expect(await findToken(fresh.db, token.hash)).toBeUndefined();
  });
});

test("a session never ends later than its span from now, whatever the clock was when it began", async () => {
  const tokenHash = "5".repeat(64);
  await addSession(fresh.db, {
    id: uuidv7(),
    tokenHash,
    personId: LEAD,
    createdAt: AT,
    seenAt: AT,
    expiresAt: later(30),
  });
  const find = (hash: string, at: Date) => findSession(fresh.db, hash, at);
  expect((await find(tokenHash, AT))?.person.id).toBe(LEAD);
  expect(await find(tokenHash, later(30))).toBeUndefined();
  // The clock is set back: as it stands there, the session would count for a day.
  expect(await find(tokenHash, later(-24 * 60))).toBeUndefined();
  await fresh.db.delete(sessions);
});

test("who left and comes back stands in the trail, and not beside another of that name", async () => {
  const left = { id: uuidv7(), name: "Fenn Rook", role: "barista" as const, pinHash: "x" };
  must(await addPerson(fresh.db, left, by));
  must(await setArchived(fresh.db, left.id, true, by));
  expect((await trail(left.id))[0]).toMatchObject({ action: "archived", after: { archived: true } });
  const other = { ...left, id: uuidv7() };
  must(await addPerson(fresh.db, other, by));
  expect(await setArchived(fresh.db, left.id, false, by)).toMatchObject({ failure: { code: "nameTaken" } });
  must(await setArchived(fresh.db, other.id, true, by));
  must(await setArchived(fresh.db, left.id, false, by));
  expect((await trail(left.id))[0]).toMatchObject({ action: "restored", after: { archived: false } });
});

test("somebody who comes back is given a new PIN before they sign in", async () => {
  const id = uuidv7();
  must(await addPerson(fresh.db, { id, name: "Comes Back", role: "barista", pinHash: "old" }, by));
  must(await setArchived(fresh.db, id, true, by));
  must(await setArchived(fresh.db, id, false, by));
  expect((await readPerson(fresh.db, id))?.pinHash).toBeNull();
  expect((await listAtTheDoor(fresh.db)).map((each) => each.id)).not.toContain(id);
});

test("what is over is taken out at the next start, and nothing else", async () => {
  const session = { personId: LEAD, createdAt: AT, seenAt: AT };
  const [over, counts] = [uuidv7(), uuidv7()];
  await fresh.db.insert(sessions).values([
    { ...session, id: over, tokenHash: "0".repeat(64), expiresAt: later(-1) },
    { ...session, id: counts, tokenHash: "c".repeat(64), expiresAt: later(1) },
  ]);
  await fresh.db.insert(limits).values([
    { key: "address:192.0.2.9", points: 30, expire: later(-1).getTime() },
    { key: "address:192.0.2.8", points: 30, expire: later(1).getTime() },
  ]);
  await tidy(fresh.db, AT);
  expect(await fresh.db.select({ id: sessions.id }).from(sessions)).toEqual([{ id: counts }]);
  expect(await fresh.db.select({ key: limits.key }).from(limits)).toEqual([{ key: "address:192.0.2.8" }]);
});
