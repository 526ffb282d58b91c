import { join } from "node:path";
import { hashPassword } from "@better-auth/utils/password";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { z } from "zod";
import { sentEvents, sentSales } from "#contract/bar.ts";
import { sentBatch } from "#contract/batch.ts";
import { CALC_NAMES, CALCS } from "#contract/calc.ts";
import { careMark } from "#contract/careMark.ts";
import { sentDayPlan } from "#contract/dayPlan.ts";
import { endedGuide, sentGuideEvents, startedGuide } from "#contract/guide.ts";
import { recipeFile } from "#contract/recipeFile.ts";
import { shiftList } from "#contract/shift.ts";
import type { Trouble } from "#contract/trouble.ts";
import { ROLES } from "#core/people";
import { type Random, seeded } from "#core/random";
import { BARISTA, LEAD, TRAINEE } from "#data/demo/bench.ts";
import { loadDemoHouse } from "#data/demo/house.ts";
import { limits, people } from "#data/schema/index.ts";
import { aCard } from "./cards.ts";
import { freshDatabase, type OwnDatabase } from "./database.ts";
import { type Ids, type JsonSchema, madeFrom, spoilt } from "./fuzz/generate.ts";
import { SRC, sourceFiles } from "./sources.ts";

/** How many inputs, and which: `./tumbek fuzz` asks for more of them. */
const INPUTS = Number(process.env.TUMBEK_FUZZ ?? 900);
const SEED = Number(process.env.TUMBEK_FUZZ_SEED ?? 1);
/** At least so many of the inputs that have a schema pass it. */
const LEAST_PASSING = 1 / 3;
const AT = new Date("2026-07-14T08:30:00Z");

const browser = vi.hoisted(() => ({ token: undefined as string | undefined, address: 0 }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers({ "x-tumbek-address": `192.0.2.${browser.address}` }),
  cookies: async () => ({
    get: (name: string) =>
      name === "tumbek.session" && browser.token !== undefined ? { value: browser.token } : undefined,
    set: (_name: string, value: string) => {
      browser.token = value;
    },
    delete: () => undefined,
  }),
}));
vi.mock("next/cache", () => ({ revalidatePath: () => undefined, refresh: () => undefined }));
/** Lets every action tell what it takes. */
vi.mock("next-safe-action", async (original) => {
  const own = await original<typeof import("next-safe-action")>();
  type Client = Record<string, (...args: unknown[]) => unknown>;
  const telling = (client: Client, schema?: unknown): Client =>
    new Proxy(client, {
      get: (target, name: string) => {
        const value = target[name];
        if (typeof value !== "function") return value;
        return (...args: unknown[]) => {
          const made = value.apply(target, args);
          if (name === "action") return Object.assign(made as object, { schema });
          return telling(made as Client, name === "inputSchema" ? args[0] : schema);
        };
      },
    });
  return {
    ...own,
    createSafeActionClient: (...args: unknown[]) =>
      telling((own.createSafeActionClient as (...all: unknown[]) => unknown)(...args) as Client),
  };
});

interface Reply {
  /** 500, or no answer at all. */
  readonly failed: boolean;
  /** A status, or how an action's answer begins. */
  readonly kind: string;
  readonly said: unknown;
}

const thrown = (error: unknown): Reply => ({ failed: true, kind: "thrown", said: error });

/** Something that takes an input from outside. */
interface Target {
  readonly name: string;
  readonly schema: z.ZodType | undefined;
  readonly ask: (input: unknown, random: Random) => Promise<Reply>;
}

const IDS_OF = { lead: LEAD, barista: BARISTA, trainee: TRAINEE };
const HOSTILE_TEXTS = [
  "",
  "-1",
  "1e9",
  "NaN",
  "' OR 1=1 --",
  "%00",
  "__proto__",
  "../../etc",
  "9".repeat(400),
];
const pick = <T>(list: readonly T[], random: Random) => list[Math.floor(random.share() * list.length)]!;

let fresh: OwnDatabase;
let ids: Ids;
let targets: readonly Target[];
const tokens: { [who: string]: string | undefined } = {};

beforeAll(async () => {
  fresh = await freshDatabase("fuzz");
  await loadDemoHouse(fresh.db, AT, hashPassword);
  await aCard(fresh.db, AT);
  await aCard(fresh.db, AT);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = AT.toISOString();
  ids = await idsInTheHouse();
  targets = [...(await actions()), ...(await routes())];
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

/** What was asked may have archived them, or ended what they signed in with. */
async function signEverybodyIn() {
  await fresh.db.delete(limits);
  const { startSession } = await import("#server/session.ts");
  for (const role of ROLES) {
    await fresh.db
      .update(people)
      .set({ archived: false, role, name: `the ${role}` })
      .where(eq(people.id, IDS_OF[role]));
    browser.token = undefined;
    await startSession(IDS_OF[role]);
    tokens[role] = browser.token;
  }
}

/** Ids by the name of a field that takes such: of the table `recipe_versions`, `recipeVersionId` and `versionId`. */
async function idsInTheHouse(): Promise<Ids> {
  const [tables] = await fresh.db.execute(
    sql`SELECT table_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND column_name = 'id' AND table_name NOT LIKE '\\_%'`,
  );
  const found: Record<string, string[]> = { any: [] };
  for (const { name } of tables as unknown as { name: string }[]) {
    const [rows] = await fresh.db.execute(sql`SELECT id FROM ${sql.identifier(name)} LIMIT 40`);
    const own = (rows as unknown as { id: string }[]).map(({ id }) => String(id));
    const words = (name === "people" ? "person" : name.replace(/(ch|s)es$/, "$1").replace(/s$/, "")).split(
      "_",
    );
    const field = words.map((word, i) => (i === 0 ? word : word[0]!.toUpperCase() + word.slice(1))).join("");
    found[`${field}Id`] = own;
    found[`${words.at(-1)}Id`] = own;
    found.any!.push(...own);
  }
  return found;
}

type Act = ((input: unknown) => Promise<Answer | undefined>) & { readonly schema: z.ZodType };
interface Answer {
  readonly serverError?: Trouble;
  readonly validationErrors?: unknown;
}

/** Every action; the framework's own errors would be thrown. */
async function actions(): Promise<Target[]> {
  const found: Target[] = [];
  for (const file of sourceFiles(/^features\/.*\/actions[^/]*\.ts$/)) {
    for (const [name, act] of Object.entries(
      (await import(/* @vite-ignore */ join(SRC, file))) as Record<string, Act>,
    )) {
      const ask = async (input: unknown) => {
        const answer = await act(input);
        const kind = answer?.serverError?.code ?? (answer?.validationErrors ? "not the schema" : "done");
        return { failed: kind === "failed" || answer === undefined, kind, said: answer };
      };
      found.push({ name: `${file} ${name}`, schema: act.schema, ask });
    }
  }
  return found;
}

type Handler = (request: Request, context: { params: Promise<unknown> }) => Promise<Response>;

/** Messages that a route takes as its body, where it takes one. */
const BODIES: { readonly [route: string]: z.ZodType } = {
  "app/api/v1/bar/events/route.ts POST": sentEvents,
  "app/api/v1/batches/route.ts POST": sentBatch,
  "app/api/v1/care/route.ts POST": careMark,
  "app/api/v1/guides/[id]/end/route.ts POST": endedGuide,
  "app/api/v1/guides/route.ts POST": startedGuide,
  "app/api/v1/guides/[id]/events/route.ts POST": sentGuideEvents,
  "app/api/v1/plan/route.ts PUT": sentDayPlan,
  "app/api/v1/sales/route.ts POST": sentSales,
  "app/api/v1/shifts/[day]/route.ts PUT": shiftList,
  "app/api/v1/recipes/route.ts POST": recipeFile,
};
const QUERIES = [
  "before",
  "beforeId",
  "after",
  "site",
  "as",
  "preview",
  "coffee",
  "brewer",
  "from",
  "to",
  "put",
  "limit",
];

/** Every method of every route, with words in its path and query; and the compute API by each thing that it computes. */
async function routes(): Promise<Target[]> {
  const found: Target[] = [];
  for (const file of sourceFiles(/^app\/.*route\.ts$/)) {
    for (const [method, handle] of Object.entries(
      (await import(/* @vite-ignore */ join(SRC, file))) as Record<string, Handler>,
    )) {
      const name = `${file} ${method}`;
      const ask = async (input: unknown, random: Random, params: object = {}) => {
        const body = typeof input === "string" && random.share() < 0.5 ? input : JSON.stringify(input);
        const query = new URLSearchParams(
          QUERIES.filter(() => random.share() < 0.2).map((each) => [
            each,
            random.share() < 0.5 ? pick(ids.any!, random) : pick(HOSTILE_TEXTS, random),
          ]),
        );
        const request = new Request(`http://house.invalid/?${query}`, {
          method,
          ...(method !== "GET" && method !== "DELETE" && { body: body ?? "" }),
        });
        const path = {
          id: pick([...ids.any!, ...HOSTILE_TEXTS], random),
          day: pick(["2026-07-15", ...HOSTILE_TEXTS], random),
          kind: pick(["vessel", "coffee", ...HOSTILE_TEXTS], random),
          ...params,
        };
        const reply = await handle(request, { params: Promise.resolve(path) });
        // A line that stays open is hung up.
        const isStream = reply.headers.get("content-type") === "text/event-stream";
        const said = isStream ? await reply.body?.cancel() : (await reply.text()).slice(0, 300);
        return { failed: reply.status >= 500, kind: String(reply.status), said };
      };
      if (file.includes("[what]")) {
        for (const what of CALC_NAMES)
          found.push({
            name: `${name} ${what}`,
            schema: CALCS[what].input,
            ask: (input, random) => ask(input, random, { what }),
          });
      } else found.push({ name, schema: BODIES[name], ask });
    }
  }
  return found;
}

const schemasOf = (some: readonly Target[]) =>
  new Map(
    some.flatMap((target) =>
      target.schema
        ? [
            [
              target,
              z.toJSONSchema(target.schema, { io: "input", unrepresentable: "any" }) as JsonSchema,
            ] as const,
          ]
        : [],
    ),
  );

test(`whatever comes from outside is answered, and never as something that went wrong here (${INPUTS} inputs, seed ${SEED})`, async () => {
  const random = seeded(SEED);
  const schemas = schemasOf(targets);
  let [withSchema, passing] = [0, 0];
  const failures: unknown[] = [];
  const slowest = new Map<string, number>();
  const answers = new Map<string, number>();
  for (let i = 0; i < INPUTS; i++) {
    if (i % 25 === 0) await signEverybodyIn();
    const target = pick(targets, random);
    const schema = schemas.get(target);
    const whole = schema ? madeFrom(schema, random, ids) : pick(HOSTILE_TEXTS, random);
    const input = random.share() < 0.3 ? spoilt(whole, random) : whole;
    if (target.schema) {
      withSchema++;
      if (target.schema.safeParse(input).success) passing++;
    }
    const who = random.share() < 0.6 ? "lead" : pick(["nobody", ...ROLES], random);
    browser.token = tokens[who];
    browser.address = i % 250;
    const began = performance.now();
    const reply = await target.ask(input, random).catch(thrown);
    slowest.set(target.name, Math.max(slowest.get(target.name) ?? 0, performance.now() - began));
    answers.set(reply.kind, (answers.get(reply.kind) ?? 0) + 1);
    if (reply.failed)
      failures.push({
        input: JSON.stringify(input)?.slice(0, 600),
        target: target.name,
        who,
        said: reply.said,
      });
  }
  if (process.env.TUMBEK_FUZZ) {
    const worst = [...slowest].toSorted((a, b) => b[1] - a[1]).slice(0, 10);
    console.log(
      `${passing} of ${withSchema} pass their schema; answers:`,
      answers,
      "the slowest, ms:",
      worst,
    );
  }
  expect(failures).toEqual([]);
  expect(passing / withSchema).toBeGreaterThan(LEAST_PASSING);
}, 3_600_000);

test("twenty at once of every action: each is answered, and no transaction is left standing", async () => {
  const random = seeded(SEED);
  const acts = schemasOf(targets.filter(({ name }) => name.startsWith("features/")));
  const failures: unknown[] = [];
  for (const [target, schema] of acts) {
    await signEverybodyIn();
    browser.token = tokens.lead;
    const fits = () => {
      for (let i = 0; i < 50; i++) {
        const message = madeFrom(schema, random, ids);
        if (target.schema?.safeParse(message).success) return message;
      }
      return undefined;
    };
    const same = fits();
    const inputs = Array.from({ length: 20 }, (_, i) => (i % 2 === 0 ? same : fits()));
    const replies = await Promise.all(inputs.map((input) => target.ask(input, random).catch(thrown)));
    for (const { failed, said } of replies) if (failed) failures.push({ target: target.name, said });
  }
  expect(failures).toEqual([]);
  // Of this database: those of other tests idle as long as they like.
  const [standing] = await fresh.db.execute(
    sql`SELECT trx_id
        FROM information_schema.innodb_trx JOIN information_schema.processlist ON id = trx_mysql_thread_id
        WHERE db = DATABASE() AND trx_started < NOW() - INTERVAL 10 SECOND`,
  );
  expect(standing).toEqual([]);
}, 3_600_000);
