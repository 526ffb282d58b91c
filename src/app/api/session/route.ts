import { openRoute } from "#server/route.ts";
import { endSessionHere, signedIn } from "#server/session.ts";

/** Who is signed in on this browser; asking is a sign of life. */
export const GET = openRoute("open", async () => {
  const session = await signedIn();
  return Response.json({ person: session?.person ?? null }, { headers: { "Cache-Control": "no-store" } });
});

/** Ends this browser's own sign-in, if there is one. */
export const DELETE = openRoute("open", async () => {
  await endSessionHere();
  return new Response(null, { status: 204 });
});
