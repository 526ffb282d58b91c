import { openApiDocument } from "#calc/openapi.ts";
import { version } from "#package.json";
import { openRoute } from "#server/route.ts";

export const GET = openRoute("open", () => Response.json(openApiDocument(version)));
