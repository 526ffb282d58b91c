import { z } from "zod";
import { sentEvents, sentSales } from "#contract/bar.ts";
import { loggedBatch, sentBatch } from "#contract/batch.ts";
import { CALC_NAMES, CALCS, calcError, jsonSchemaOf, MOST_BYTES, MOST_ITEMS } from "#contract/calc.ts";
import { cardLine, cardWhole, uuid } from "#contract/card.ts";
import { careMark } from "#contract/careMark.ts";
import { sentDayPlan } from "#contract/dayPlan.ts";
import { eventPage } from "#contract/event.ts";
import { THING_KINDS } from "#contract/fields.ts";
import { endedGuide, sentGuideEvents, startedGuide } from "#contract/guide.ts";
import { importAnswer, recipeFile } from "#contract/recipeFile.ts";
import { isoDay, shiftKept, shiftList, shiftSaved } from "#contract/shift.ts";
import { wallChart } from "#contract/wall.ts";

const error = { $ref: "#/components/schemas/Error" };

/** The published description of the API, from the schemas that it parses with. */
export function openApiDocument(version: string): object {
  return {
    openapi: "3.1.0",
    info: { title: "Tumbek", version, license: { name: "MIT", identifier: "MIT" } },
    jsonSchemaDialect: "https://json-schema.org/draft/2020-12/schema",
    servers: [{ url: "/" }],
    security: [{ token: [] }],
    paths: { ...computePaths(), ...housePaths() },
    components: {
      schemas: { Error: z.toJSONSchema(calcError) },
      securitySchemes: {
        token: { type: "http", scheme: "bearer", description: "Made by a lead, for reading or for both" },
      },
    },
  };
}

/** Paths of the stateless compute; while only its own machine reaches the house, without a token too. */
function computePaths(): object {
  const paths = CALC_NAMES.map((name) => {
    const { input, output } = jsonSchemaOf(name);
    return [
      `/api/v1/calc/${name}`,
      {
        post: {
          operationId: `calc-${name}`,
          security: [{}, { token: [] }],
          summary: CALCS[name].title,
          description: `One object, or an array of at most ${MOST_ITEMS} answered in order, a bad one by its error in its place; at most ${MOST_BYTES} bytes.`,
          requestBody: { required: true, content: json(oneOrMany(input)) },
          responses: {
            200: {
              description: "The answer, or the answers in order",
              content: json(oneOrMany(output, error)),
            },
            413: { description: "tooLarge", content: json(error) },
            422: { description: "The message cannot be computed", content: json(error) },
            401: { description: "signIn: the house is open to its network", content: json(error) },
            429: { description: "tooManyRequests; Retry-After says when", content: json(error) },
          },
        },
      },
    ];
  });
  return Object.fromEntries(paths);
}

/** Paths of the house's own data. */
function housePaths(): object {
  const site = {
    name: "site",
    in: "query",
    schema: z.toJSONSchema(uuid),
    description: "The first if not named",
  };
  const inPath = (name: string, schema: z.ZodType) => ({
    name,
    in: "path",
    required: true,
    schema: z.toJSONSchema(schema),
  });
  const inQuery = (name: string, schema: z.ZodType) => ({
    name,
    in: "query",
    schema: z.toJSONSchema(schema),
  });
  const refused = {
    401: { description: "signIn: nobody is signed in, and there is no token", content: json(error) },
    403: { description: "notYours: the role or the token is not enough", content: json(error) },
    404: { description: "notThere", content: json(error) },
  };
  const ok = (description: string, schema: z.ZodType) => ({
    200: { description, content: json(z.toJSONSchema(schema, { io: "input" })) },
  });
  const lines = (description: string) => ({
    200: { description, content: { "text/event-stream": { schema: { type: "string" } } } },
  });
  return {
    "/api/v1/bar": {
      get: {
        operationId: "bar",
        summary: "What stands at a site, as of its last event",
        parameters: [site],
        responses: { ...ok("Its pots and its ice", z.looseObject({ n: z.int() })), ...refused },
      },
    },
    "/api/v1/bar/day": {
      get: {
        operationId: "bar-day",
        summary:
          "What a site's shift closes with: care that is due, what was poured away today, what is left of its coffees",
        parameters: [site],
        responses: { ...ok("The day's end", z.looseObject({})), ...refused },
      },
    },
    "/api/v1/bar/stream": {
      get: {
        operationId: "follow-bar",
        summary:
          "The same over a line that stays open (server-sent events `bar` and, while nothing happens, `beat`), sent at once and after each event",
        parameters: [site],
        responses: { ...lines("Its pots and its ice, with the kinds of what happened since"), ...refused },
      },
    },
    "/api/v1/bar/events": {
      post: {
        operationId: "tell-bar",
        summary: "Keeps what happened to pots and ice, each event once, in whatever order it comes",
        parameters: [site],
        requestBody: { required: true, content: json(z.toJSONSchema(sentEvents, { io: "input" })) },
        responses: { ...ok("The house's last event", z.object({ n: z.int() })), ...refused },
      },
    },
    "/api/v1/batches": {
      get: {
        operationId: "batches",
        summary: "A site's logged batches, the newest first; with as=csv as a file",
        parameters: [
          site,
          inQuery("brewer", uuid),
          inQuery("coffee", uuid),
          inQuery("liked", z.enum(["yes", "no"])),
          inQuery("before", z.iso.datetime()),
          inQuery("beforeId", uuid),
          inQuery("as", z.literal("csv")),
        ],
        responses: { ...ok("The batches", z.object({ batches: z.array(loggedBatch) })), ...refused },
      },
      post: {
        operationId: "log-batch",
        summary:
          "Logs a brewed batch, once however often it is sent; one that is far from its forecast is asked about",
        requestBody: { required: true, content: json(z.toJSONSchema(sentBatch, { io: "input" })) },
        responses: { ...ok("It is in the log", z.looseObject({})), ...refused },
      },
    },
    "/api/v1/batches/{id}/cards": {
      get: {
        operationId: "cards-of-approval",
        summary: "The cards that approving a batch would move, before and after",
        parameters: [inPath("id", uuid)],
        responses: { ...ok("The cards", z.array(z.looseObject({}))), ...refused },
      },
    },
    "/api/v1/bench/{kind}": {
      get: {
        operationId: "bench",
        summary: "What stands on a site's bench of one kind; with as=csv as a file",
        parameters: [inPath("kind", z.enum(THING_KINDS)), site, inQuery("as", z.literal("csv"))],
        responses: {
          ...ok(
            "Things with their figures",
            z.object({ kind: z.string(), rows: z.array(z.looseObject({})) }),
          ),
          ...refused,
        },
      },
    },
    "/api/v1/cards": {
      get: {
        operationId: "cards",
        summary: "A site's newest cards",
        parameters: [site],
        responses: { ...ok("The newest first", z.array(cardLine)), ...refused },
      },
    },
    "/api/v1/cards/{id}": {
      get: {
        operationId: "card",
        summary: "One card, with the exact inputs, pins and results that it was made from",
        parameters: [inPath("id", uuid)],
        responses: { ...ok("The card", cardWhole), ...refused },
      },
    },
    "/api/v1/events": {
      get: {
        operationId: "events",
        summary:
          "What happened at a site after an event's number, in the order of commits: none is ever skipped",
        parameters: [site, inQuery("after", z.int().min(0))],
        responses: { ...ok("The events, and the number to ask after next", eventPage), ...refused },
      },
    },
    "/api/v1/events/stream": {
      get: {
        operationId: "follow-events",
        summary:
          "The same over a line that stays open (server-sent events `happened`): after a broken line the header Last-Event-ID says where to go on",
        parameters: [site, inQuery("after", z.int().min(0))],
        responses: { ...lines("Each event as it is kept, its number as the message's id"), ...refused },
      },
    },
    "/api/v1/care": {
      post: {
        operationId: "mark-care",
        summary: "Marks a task of care as done, or takes one's own mark back, once however often it is sent",
        requestBody: { required: true, content: json(z.toJSONSchema(careMark, { io: "input" })) },
        responses: { ...ok("Nothing", z.object({})), ...refused },
      },
    },
    "/api/v1/guides": {
      get: {
        operationId: "guides",
        summary: "The brew guides that run at a site, with all that happened in them",
        parameters: [site, inQuery("with", uuid)],
        responses: { ...ok("Its guides", z.looseObject({ machineMs: z.number() })), ...refused },
      },
      post: {
        operationId: "begin-guide",
        summary: "Begins a guide of a card, under an id of the caller's, once however often it is sent",
        requestBody: { required: true, content: json(z.toJSONSchema(startedGuide, { io: "input" })) },
        responses: { ...ok("The guide", z.object({ id: uuid })), ...refused },
      },
    },
    "/api/v1/guides/{id}/events": {
      post: {
        operationId: "tell-guide",
        summary: "Keeps what happened in a guide, each event once, in whatever order it comes",
        parameters: [inPath("id", uuid)],
        requestBody: { required: true, content: json(z.toJSONSchema(sentGuideEvents, { io: "input" })) },
        responses: { ...ok("Nothing", z.object({})), ...refused },
      },
    },
    "/api/v1/guides/{id}/end": {
      post: {
        operationId: "end-guide",
        summary: "Ends a guide: its batch is logged, and its pot stands at the bar",
        parameters: [inPath("id", uuid)],
        requestBody: { required: true, content: json(z.toJSONSchema(endedGuide, { io: "input" })) },
        responses: { ...ok("What followed", z.looseObject({})), ...refused },
      },
    },
    "/api/v1/kept": {
      get: {
        operationId: "kept-pages",
        summary: "Paths of the pages that a device keeps for when there is no network",
        parameters: [site],
        responses: { ...ok("The pages", z.object({ pages: z.array(z.string()) })), ...refused },
      },
    },
    "/api/v1/plan": {
      get: {
        operationId: "day-plan",
        summary:
          "A day's plan at a site, with what it is made from: habits, cards, vessels, and what stands there now",
        parameters: [site, inQuery("day", isoDay)],
        responses: { ...ok("The plan", z.looseObject({})), ...refused },
      },
      put: {
        operationId: "keep-day-plan",
        summary:
          "Keeps what is known of a day and decided for it; answers with theirs where somebody was faster",
        requestBody: { required: true, content: json(z.toJSONSchema(sentDayPlan, { io: "input" })) },
        responses: {
          ...ok("Its revision", z.looseObject({})),
          ...refused,
          422: { description: "badInput: a time, a count or a name that cannot be", content: json(error) },
        },
      },
    },
    "/api/v1/recipes": {
      get: {
        operationId: "recipes",
        summary: "Recipes as a file; with id one of them, with as=csv the list",
        parameters: [inQuery("id", uuid), inQuery("as", z.literal("csv"))],
        responses: { ...ok("The file", recipeFile), ...refused },
      },
      post: {
        operationId: "take-in-recipes",
        summary: "Takes a file of recipes in; with preview it only says what that would do",
        parameters: [site, inQuery("preview", z.literal("1"))],
        requestBody: { required: true, content: json(z.toJSONSchema(recipeFile, { io: "input" })) },
        responses: {
          ...ok("What became of each recipe, or would", importAnswer),
          ...refused,
          422: { description: "badInput: not such a file, or one of a newer format", content: json(error) },
        },
      },
    },
    "/api/v1/sales": {
      get: {
        operationId: "sales",
        summary: "Sales of a day at a site, from taps and from the till",
        parameters: [site, inQuery("day", isoDay)],
        responses: { ...ok("The sales", z.looseObject({})), ...refused },
      },
      post: {
        operationId: "keep-sales",
        summary: "Keeps sales of a till, each once; today's leave the oldest pot that is still sold",
        parameters: [site],
        requestBody: { required: true, content: json(z.toJSONSchema(sentSales, { io: "input" })) },
        responses: {
          ...ok("Kept", z.looseObject({})),
          ...refused,
          422: {
            description: "badInput: what is not sold here, or a count that cannot be",
            content: json(error),
          },
        },
      },
    },
    "/api/v1/shifts/{day}": {
      get: {
        operationId: "list",
        summary: "What one site brews on one day, in order",
        parameters: [inPath("day", isoDay), site],
        responses: { ...ok("The list", shiftKept), ...refused },
      },
      put: {
        operationId: "keep-list",
        summary: "Makes a day's list what it is given as",
        parameters: [inPath("day", isoDay), site],
        requestBody: { required: true, content: json(z.toJSONSchema(shiftList)) },
        responses: {
          ...ok("Kept", shiftSaved),
          ...refused,
          409: {
            description: "stale: somebody else changed it; their list is beside the error",
            content: json(error),
          },
          422: { description: "badInput, or a card that cannot be brewed here", content: json(error) },
        },
      },
    },
    "/api/v1/versions/{id}/cards": {
      get: {
        operationId: "cards-of-version",
        summary: "The cards of a recipe as one of its versions would make them, before and after",
        parameters: [inPath("id", uuid)],
        responses: { ...ok("The cards", z.array(z.looseObject({}))), ...refused },
      },
    },
    "/api/v1/wall": {
      get: {
        operationId: "wall",
        summary: "What hangs on a site's wall for a coffee, approved and forecast; with as=csv as a file",
        parameters: [site, inQuery("coffee", uuid), inQuery("as", z.literal("csv"))],
        responses: { ...ok("The chart, line by line", wallChart), ...refused },
      },
    },
  };
}

function json(schema: object): object {
  return { "application/json": { schema } };
}

function oneOrMany(one: object, orElse?: object): object {
  return {
    anyOf: [one, { type: "array", maxItems: MOST_ITEMS, items: orElse ? { anyOf: [one, orElse] } : one }],
  };
}
