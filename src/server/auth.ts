import { type BetterAuthPlugin, betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { createAuthEndpoint } from "better-auth/api";
import { deleteSessionCookie, setSessionCookie } from "better-auth/cookies";
import { nextCookies } from "better-auth/next-js";
import { v7 as uuidv7 } from "uuid";
import { z } from "zod";
import { people, sessions } from "#data/schema/index.ts";
import { sessionFinder } from "#data/sessions.ts";
import { database } from "./database.ts";
import { isSecure } from "./links.ts";

const MINUTE_S = 60;

/** Without a sign of life a session ends: sooner on a tablet that everybody passes. */
export const IDLE_MIN = { station: 5, own: 30 } as const;

let finder: ReturnType<typeof sessionFinder> | undefined;

/**
 * Doors for the server's own use; none of the package's routes is served. Whoever calls `signInAs` has
 * seen the PIN, or the station.
 */
const counter = {
  id: "counter",
  schema: { session: { fields: { stationId: { type: "string", required: false } } } },
  endpoints: {
    signInAs: createAuthEndpoint(
      "/counter/sign-in-as",
      {
        method: "POST",
        body: z.object({ personId: z.string(), stationId: z.string().optional() }),
        metadata: { SERVER_ONLY: true },
      },
      async (ctx) => {
        const { personId, stationId } = ctx.body;
        const { internalAdapter } = ctx.context;
        const user = await internalAdapter.findUserById(personId);
        if (!user) throw ctx.error("NOT_FOUND");
        // A new token every time: what a browser brought along is never taken over.
        const expiresAt = idleEnd(stationId !== undefined);
        const session = await internalAdapter.createSession(
          personId,
          false,
          { stationId: stationId ?? null, expiresAt },
          true,
        );
        // The cookie goes with the browser; how long it counts is decided here.
        await setSessionCookie(ctx, { session, user }, false, { maxAge: undefined });
        return { id: session.id };
      },
    ),
    /** The session that the request's cookie names, if its signature is the house's own. */
    whoIsHere: createAuthEndpoint(
      "/counter/who-is-here",
      { method: "GET", metadata: { SERVER_ONLY: true }, requireHeaders: true },
      async (ctx) => {
        const { name } = ctx.context.authCookies.sessionToken;
        const token = await ctx.getSignedCookie(name, ctx.context.secret);
        finder ??= sessionFinder(database());
        return token ? finder(token, new Date()) : undefined;
      },
    ),
    signOutHere: createAuthEndpoint(
      "/counter/sign-out-here",
      { method: "POST", metadata: { SERVER_ONLY: true }, requireHeaders: true },
      async (ctx) => {
        const { name } = ctx.context.authCookies.sessionToken;
        const token = await ctx.getSignedCookie(name, ctx.context.secret);
        if (token) await ctx.context.internalAdapter.deleteSession(token);
        deleteSessionCookie(ctx);
      },
    ),
  },
} satisfies BetterAuthPlugin;

/** When a session that shows a sign of life now ends without another. Real time, whatever the house's clock. */
export function idleEnd(onStation: boolean): Date {
  const minutes = onStation ? IDLE_MIN.station : IDLE_MIN.own;
  return new Date(Date.now() + minutes * MINUTE_S * 1000);
}

function open() {
  return betterAuth({
    appName: "Tumbek",
    secret: process.env.TUMBEK_SECRET,
    // Only for the package's own routes, of which none is served.
    baseURL: "http://127.0.0.1",
    database: drizzleAdapter(database(), { provider: "mysql", schema: { user: people, session: sessions } }),
    user: { additionalFields: { role: { type: "string" }, archived: { type: "boolean" } } },
    session: { expiresIn: IDLE_MIN.own * MINUTE_S, disableSessionRefresh: true },
    advanced: {
      cookiePrefix: "tumbek",
      useSecureCookies: isSecure(),
      ipAddress: { ipAddressHeaders: ["x-tumbek-address"] },
      // People have no address and no foreign account: those columns and tables are not there.
      database: { generateId: () => uuidv7(), validateSchema: false },
    },
    // Tries are counted in the house's own table.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    logger: { disabled: true },
    plugins: [counter, nextCookies()],
  });
}

let opened: ReturnType<typeof open> | undefined;

/** The sign-in package, opened on first use and kept. */
export function auth() {
  opened ??= open();
  return opened;
}
