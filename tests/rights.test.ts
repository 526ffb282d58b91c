import { join, relative } from "node:path";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { Trouble } from "#contract/trouble.ts";
import { may, RIGHTS, type Right, ROLES, type Role } from "#core/people";
import { BARISTA, LEAD, TRAINEE } from "#data/demo/bench.ts";
import { loadDemoHouse } from "#data/demo/house.ts";
import { freshDatabase, noHash, type OwnDatabase } from "./database.ts";
import { SRC, sourceFiles } from "./sources.ts";

/** What every action asks for; `door` for those before anybody is signed in. One that is not here fails. */
const ACTIONS: Readonly<Record<string, Right | "door">> = {
  "features/bench/actions.ts decideProposal": "measure",
  "features/bench/actions.ts forecastBag": "see",
  "features/bench/actions.ts keepMeasure": "measure",
  "features/bench/actions.ts keepSettings": "setBench",
  "features/scale/actions.ts addCoffee": "setBench",
  "features/bench/actions.ts keepThing": "setBench",
  "features/bench/actions.ts markCareDone": "doCare",
  "features/bench/actions.ts openBag": "setBench",
  "features/bench/actions.ts proposeMeasure": "propose",
  "features/bench/actions.ts removeThing": "setBench",
  "features/bench/actions.ts unmarkCareDone": "doCare",
  "features/card/actions.ts deleteCard": "approve",
  "features/card/actions.ts listCard": "planShift",
  "features/card/actions.ts retireCards": "approve",
  "features/counter/actions.ts atTheDoor": "door",
  "features/counter/actions.ts becomeFirstLead": "door",
  "features/counter/actions.ts signIn": "door",
  "features/frame/actions.ts chooseSite": "see",
  "features/frame/actions.ts findAnything": "see",
  "features/log/actions.ts approveBatch": "approve",
  "features/card/actions.ts beginGuide": "logBatches",
  "features/card/actions.ts tryCard": "runTrials",
  "features/log/actions.ts addToTrial": "runTrials",
  "features/log/actions.ts startCups": "runTrials",
  "features/trials/actions.ts beginTrial": "runTrials",
  "features/trials/actions.ts beginPair": "runTrials",
  "features/trials/actions.ts closeCups": "runTrials",
  "features/trials/actions.ts scorePair": "taste",
  "features/trials/actions.ts vote": "door",
  "features/trials/actions.ts changeTrial": "runTrials",
  "features/trials/actions.ts giveUpTrial": "runTrials",
  "features/trials/actions.ts keepSigns": "runTrials",
  "features/trials/actions.ts keepTasting": "taste",
  "features/trials/actions.ts makeTrialCard": "runTrials",
  "features/trials/actions.ts takeTasting": "taste",
  "features/log/actions.ts correctBatch": "logBatches",
  "features/log/actions.ts forgetFitToLog": "measure",
  "features/log/actions.ts learnFromLog": "measure",
  "features/log/actions.ts logBatch": "logBatches",
  "features/log/actions.ts takeOutBatch": "logBatches",
  "features/log/actions.ts withdrawBatch": "approve",
  "features/plan/actions.ts keepDayPlan": "planShift",
  "features/plan/actions.ts keepSitePlan": "setBench",
  "features/plan/actions.ts putOnList": "planShift",
  "features/people/actions.ts addPerson": "people",
  "features/people/actions.ts anonymisePerson": "people",
  "features/people/actions.ts archivePerson": "people",
  "features/people/actions.ts changeOwnPin": "own",
  "features/people/actions.ts changePerson": "people",
  "features/people/actions.ts endSignIn": "own",
  "features/people/actions.ts endThatStation": "tablets",
  "features/people/actions.ts makeApiToken": "tokens",
  "features/people/actions.ts dropStuckJob": "people",
  "features/people/actions.ts makeThisAStation": "tablets",
  "features/people/actions.ts resetPin": "people",
  "features/people/actions.ts retryStuckJob": "people",
  "features/people/actions.ts revokeApiToken": "tokens",
  "features/recipes/actions.ts approveVersion": "approve",
  "features/recipes/actions.ts archiveRecipe": "approve",
  "features/recipes/actions.ts fitFactors": "measure",
  "features/recipes/actions.ts forgetFactors": "measure",
  "features/recipes/actions.ts keepRecipe": "writeRecipes",
  "features/recipes/actions.ts throwDraftAway": "writeRecipes",
  "features/scale/actions.ts saveCard": "keepCards",
  "features/shift/actions.ts readLines": "see",
  "features/shift/actions.ts saveShift": "planShift",
  "features/wall/actions.ts saveWall": "setBench",
};

const PAGES: Readonly<Record<string, Right | "door">> = {
  "app/(house)/bar/[id]/page.tsx": "see",
  "app/(house)/bar/page.tsx": "see",
  "app/(house)/bench/[part]/page.tsx": "see",
  "app/(house)/bench/page.tsx": "see",
  "app/(house)/cards/[id]/page.tsx": "see",
  "app/(house)/cards/page.tsx": "see",
  "app/(house)/cups/[id]/page.tsx": "see",
  "app/(house)/log/[id]/page.tsx": "see",
  "app/(house)/log/forecast/page.tsx": "see",
  "app/(house)/log/moved/page.tsx": "see",
  "app/(house)/log/page.tsx": "see",
  "app/(house)/me/page.tsx": "own",
  "app/(house)/people/audit/page.tsx": "audit",
  "app/(house)/people/jobs/page.tsx": "people",
  "app/(house)/people/page.tsx": "people",
  "app/(house)/recipes/[id]/approve/page.tsx": "approve",
  "app/(house)/recipes/[id]/edit/page.tsx": "writeRecipes",
  "app/(house)/recipes/[id]/page.tsx": "see",
  "app/(house)/recipes/compare/page.tsx": "see",
  "app/(house)/recipes/new/page.tsx": "writeRecipes",
  "app/(house)/recipes/page.tsx": "see",
  "app/(house)/recipes/sites/page.tsx": "see",
  "app/(house)/scale/page.tsx": "see",
  "app/(house)/shift/page.tsx": "see",
  "app/(house)/compare/page.tsx": "see",
  "app/(house)/guide/[id]/page.tsx": "see",
  "app/(house)/guide/new/page.tsx": "see",
  "app/(house)/rescue/page.tsx": "see",
  "app/(house)/trials/[id]/page.tsx": "see",
  "app/(house)/shift/after/page.tsx": "see",
  "app/(house)/shift/plan/page.tsx": "see",
  "app/(house)/shift/sites/page.tsx": "see",
  "app/(house)/trials/page.tsx": "see",
  "app/(house)/wall/page.tsx": "see",
  "app/ballot/[code]/page.tsx": "door",
  "app/page.tsx": "see",
  "app/sign-in/page.tsx": "door",
};

const OPEN = "open";
const HERE = "here";
const ROUTES: Readonly<Record<string, unknown>> = {
  "app/api/health/route.ts GET": OPEN,
  "app/api/session/route.ts DELETE": OPEN,
  "app/api/session/route.ts GET": OPEN,
  "app/api/v1/batches/[id]/cards/route.ts GET": { right: "approve", scope: "read" },
  "app/api/v1/batches/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/batches/route.ts POST": { right: "logBatches", scope: "write" },
  "app/api/v1/bar/events/route.ts POST": { right: "serve", scope: "write" },
  "app/api/v1/bar/day/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/bar/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/bar/stream/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/bench/[kind]/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/calc/[what]/route.ts POST": HERE,
  "app/api/v1/cards/[id]/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/cards/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/events/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/events/stream/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/care/route.ts POST": { right: "doCare", scope: "write" },
  "app/api/v1/guides/[id]/end/route.ts POST": { right: "logBatches", scope: "write" },
  "app/api/v1/guides/[id]/events/route.ts POST": { right: "logBatches", scope: "write" },
  "app/api/v1/guides/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/guides/route.ts POST": { right: "logBatches", scope: "write" },
  "app/api/v1/kept/route.ts GET": { right: "see", scope: "read", unseen: true },
  "app/api/v1/openapi.json/route.ts GET": OPEN,
  "app/api/v1/people/[id]/record/route.ts GET": { right: "own", scope: "none" },
  "app/api/v1/plan/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/plan/route.ts PUT": { right: "planShift", scope: "write" },
  "app/api/v1/recipes/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/recipes/route.ts POST": { right: "setBench", scope: "write" },
  "app/api/v1/sales/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/sales/route.ts POST": { right: "serve", scope: "write" },
  "app/api/v1/shifts/[day]/route.ts GET": { right: "see", scope: "read" },
  "app/api/v1/shifts/[day]/route.ts PUT": { right: "planShift", scope: "write" },
  "app/api/v1/versions/[id]/cards/route.ts GET": { right: "approve", scope: "read" },
  "app/api/v1/wall/route.ts GET": { right: "see", scope: "read" },
};

/** The browser that asks, as nobody while it holds no token. */
const asking = vi.hoisted(() => ({ token: undefined as string | undefined }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers({ "x-tumbek-address": "192.0.2.1" }),
  cookies: async () => ({
    get: (name: string) =>
      name === "tumbek.session" && asking.token !== undefined ? { value: asking.token } : undefined,
    set: (_name: string, value: string) => {
      asking.token = value;
    },
    delete: () => {
      asking.token = undefined;
    },
  }),
}));

const IDS: { readonly [role in Role]: string } = { lead: LEAD, barista: BARISTA, trainee: TRAINEE };
const tokens: { [who: string]: string | undefined } = {};
let fresh: OwnDatabase;

beforeAll(async () => {
  fresh = await freshDatabase("rights");
  await loadDemoHouse(fresh.db, new Date(), noHash);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  const { startSession } = await import("#server/session.ts");
  for (const role of ROLES) {
    asking.token = undefined;
    await startSession(IDS[role]);
    tokens[role] = asking.token;
  }
});
afterAll(() => fresh.drop());

const modulesOf = async (pattern: RegExp) => {
  const files = sourceFiles(pattern);
  expect(files.length).toBeGreaterThan(3);
  return Promise.all(
    files.map(async (file) => [file, await import(/* @vite-ignore */ join(SRC, file))] as const),
  );
};

/** Every kind of wrong message at once: none of the actions does anything with it. */
const NONSENSE = { id: uuidv7(), nothing: "of this" };

describe("actions", () => {
  test("each has its rule, and keeps out whoever has not the right", async () => {
    const seen: string[] = [];
    for (const [file, exported] of await modulesOf(/^features\/.*\/actions[^/]*\.ts$/)) {
      for (const [name, act] of Object.entries(exported as Record<string, (input: unknown) => unknown>)) {
        const key = `${file} ${name}`;
        seen.push(key);
        const right = ACTIONS[key];
        expect(right, `${key} is in no table`).toBeDefined();
        for (const who of ["nobody", ...ROLES] as const) {
          asking.token = tokens[who];
          const reply = (await act(NONSENSE)) as { serverError?: Trouble } | undefined;
          const code = reply?.serverError?.code;
          if (right === "door") expect(code, `${key} as ${who}`).not.toBe("signIn");
          else if (who === "nobody") expect(code, `${key} as ${who}`).toBe("signIn");
          else if (may(who, right!)) expect(["signIn", "notYours"], `${key} as ${who}`).not.toContain(code);
          else expect(code, `${key} as ${who}`).toBe("notYours");
        }
      }
    }
    expect(seen.toSorted()).toEqual(Object.keys(ACTIONS).toSorted());
  });

  test("a session that was ended, forged or another's is nobody's", async () => {
    const { saveShift } = await import("#features/shift/actions.ts");
    const code = async (token: string) => {
      asking.token = token;
      return (await saveShift(NONSENSE as never))?.serverError?.code;
    };
    const lead = tokens.lead!;
    expect(await code("")).toBe("signIn");
    expect(await code(lead.slice(1))).toBe("signIn");
    expect(await code("x".repeat(lead.length))).toBe("signIn");

    const { endSessionHere, startSession } = await import("#server/session.ts");
    asking.token = undefined;
    await startSession(LEAD);
    const another = asking.token!;
    expect(another).not.toBe(lead);
    expect(await code(another)).toBeUndefined();
    await endSessionHere();
    expect(await code(another)).toBe("signIn");
    expect(await code(lead)).toBeUndefined();
  });
});

describe("pages and routes", () => {
  test("each page has its right", async () => {
    const found: Record<string, unknown> = {};
    for (const [file, { default: page }] of await modulesOf(/^app\/.*page\.tsx$/)) {
      found[file] = page.right ?? "door";
    }
    expect(found).toEqual(PAGES);
  });

  test("each route's method has its rule", async () => {
    const found: Record<string, unknown> = {};
    for (const [file, methods] of await modulesOf(/^app\/.*route\.ts$/)) {
      for (const [name, handle] of Object.entries(methods as Record<string, { rule?: unknown }>)) {
        found[`${relative(".", file)} ${name}`] = handle.rule;
      }
    }
    expect(found).toEqual(ROUTES);
  });

  test("each route keeps out whoever has not the right", async () => {
    for (const [file, methods] of await modulesOf(/^app\/.*route\.ts$/)) {
      for (const [name, handle] of Object.entries(methods as Record<string, Handler>)) {
        const { rule } = handle;
        if (typeof rule === "string") continue;
        for (const who of ["nobody", ...ROLES] as const) {
          asking.token = tokens[who];
          const request = new Request("http://house.invalid/", {
            method: name,
            ...(name === "PUT" && { body: "{}" }),
          });
          const params = Promise.resolve({ id: IDS[who as Role] ?? LEAD, day: "2026-07-15", kind: "vessel" });
          const { status } = await handle(request, { params });
          const allowed = who !== "nobody" && may(who, rule.right);
          expect([401, 403].includes(status), `${file} ${name} as ${who}: ${status}`).toBe(!allowed);
        }
      }
    }
  });
});

type Handler = ((request: Request, context: { params: Promise<unknown> }) => Promise<Response>) & {
  readonly rule: { readonly right: Right } | string;
};

test("no row of the table of rights is without a use", () => {
  const routes = Object.values(ROUTES).flatMap((rule) => (typeof rule === "object" ? [rule] : []));
  const used = [
    ...Object.values(ACTIONS),
    ...Object.values(PAGES),
    ...routes.map((rule) => (rule as { right: Right }).right),
  ];
  expect(Object.keys(RIGHTS).filter((right) => !used.includes(right as Right))).toEqual([]);
});
