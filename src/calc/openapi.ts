import { z } from "zod";
import { CALC_NAMES, CALCS, calcError, jsonSchemaOf, MOST_BYTES, MOST_ITEMS } from "#contract/calc.ts";

/** The published description of the open compute API, from the schemas that it parses with. */
export function openApiDocument(version: string): object {
  const paths = CALC_NAMES.map((name) => {
    const { input, output } = jsonSchemaOf(name);
    const error = { $ref: "#/components/schemas/Error" };
    return [
      `/api/v1/calc/${name}`,
      {
        post: {
          operationId: `calc-${name}`,
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
            429: { description: "tooManyRequests; Retry-After says when", content: json(error) },
          },
        },
      },
    ];
  });
  return {
    openapi: "3.1.0",
    info: { title: "Tumbek compute", version, license: { name: "MIT", identifier: "MIT" } },
    jsonSchemaDialect: "https://json-schema.org/draft/2020-12/schema",
    servers: [{ url: "/" }],
    security: [],
    paths: Object.fromEntries(paths),
    components: { schemas: { Error: z.toJSONSchema(calcError) } },
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
