import { openApiDocument } from "#calc/openapi.ts";
import { version } from "#package.json";

export function GET(): Response {
  return Response.json(openApiDocument(version));
}
