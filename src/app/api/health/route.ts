/** Whether the application answers; `./tumbek start` waits for it. */
export function GET(): Response {
  return Response.json({ application: "tumbek" });
}
