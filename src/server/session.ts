import { createHash, randomBytes } from "node:crypto";
import { cookies, headers } from "next/headers";
import { cache } from "react";
import { v7 as uuidv7 } from "uuid";
import { MOST_ADDRESS, MOST_USER_AGENT } from "#data/schema/index.ts";
import { addSession, endSessionOf, extendSession, type FoundSession, findSession } from "#data/sessions.ts";
import { findStation } from "#data/stations.ts";
import { database } from "./database.ts";
import { isSecure } from "./links.ts";

const MINUTE_MS = 60_000;
/** The cookie that makes a tablet a station. */
const STATION_COOKIE = "tumbek.station";
/** As long as browsers keep a cookie. */
const STATION_COOKIE_S = 400 * 24 * 60 * 60;
/** A session that is used is written down as such this often. */
const SEEN_EVERY_MS = MINUTE_MS;
const TOKEN_BYTES = 32;

/** Without a sign of life a session ends: sooner on a tablet that everybody passes. */
export const IDLE_MIN = { station: 5, own: 30 } as const;

/**
 * Who is signed in with this request; read once, however many parts of a page ask. Throws when the database
 * is gone.
 */
export const signedIn = cache(async (): Promise<FoundSession | undefined> => {
  const token = (await cookies()).get(sessionCookie())?.value;
  return token ? sessionOf(token) : undefined;
});

/** The same for what a page asks by itself: no sign that somebody is there. */
export async function signedInUnseen(): Promise<FoundSession | undefined> {
  const token = (await cookies()).get(sessionCookie())?.value;
  return token ? sessionOf(token, { isSeen: false }) : undefined;
}

/** Whose session a token is; one in use is kept from ending by itself, where somebody is seen to use it. */
export async function sessionOf(
  token: string,
  { isSeen } = { isSeen: true },
): Promise<FoundSession | undefined> {
  const now = new Date();
  const session = await findSession(database(), hashOf(token), now);
  if (isSeen && session && now.getTime() - session.seenAt.getTime() > SEEN_EVERY_MS) {
    await extendSession(database(), session.id, now, idleEnd(now, session.station !== null));
  }
  return session;
}

/**
 * Signs somebody in on this browser, in the place of whoever was. Whoever calls it has seen the PIN, or the station.
 *
 * The token is new every time: what a browser brought along is never taken over. Its cookie goes with the browser; how
 * long it counts is decided here, in real time, whatever the house's clock says.
 */
export async function startSession(personId: string, stationId?: string): Promise<void> {
  await endSessionHere();
  const token = randomBytes(TOKEN_BYTES).toString("base64url");
  const from = await headers();
  const now = new Date();
  await addSession(database(), {
    id: uuidv7(),
    tokenHash: hashOf(token),
    personId,
    stationId: stationId ?? null,
    createdAt: now,
    seenAt: now,
    expiresAt: idleEnd(now, stationId !== undefined),
    ipAddress: addressOf(from).slice(0, MOST_ADDRESS),
    userAgent: from.get("user-agent")?.slice(0, MOST_USER_AGENT) ?? null,
  });
  (await cookies()).set(sessionCookie(), token, {
    httpOnly: true,
    sameSite: "lax",
    secure: isSecure(),
    path: "/",
  });
}

/** Ends the session of this browser, if there is one. */
export async function endSessionHere(): Promise<void> {
  const jar = await cookies();
  const token = jar.get(sessionCookie())?.value;
  if (!token) return;
  await endSessionOf(database(), hashOf(token));
  jar.delete({ name: sessionCookie(), path: "/", secure: isSecure() });
}

/** The station that this tablet is, if it is one. */
export const currentStation = cache(async () => {
  const secret = (await cookies()).get(STATION_COOKIE)?.value;
  return secret ? findStation(database(), hashOf(secret)) : undefined;
});

/** Lets this tablet be a station from now on. */
export async function keepStation(secret: string): Promise<void> {
  (await cookies()).set(STATION_COOKIE, secret, {
    httpOnly: true,
    sameSite: "strict",
    secure: isSecure(),
    path: "/",
    maxAge: STATION_COOKIE_S,
  });
}

/** SHA-256 of a secret that is random and long: it need not be slow. */
export function hashOf(secret: string): string {
  return createHash("sha256").update(secret).digest("hex");
}

/** The socket's address, as the server put it into the request. */
export function addressOf(from: Headers): string {
  return from.get("x-tumbek-address") ?? "";
}

/** The cookie that says who is signed in; over TLS, one that browsers take from this house alone. */
function sessionCookie(): string {
  return isSecure() ? "__Host-tumbek.session" : "tumbek.session";
}

/** When a session that shows a sign of life now ends without another. */
function idleEnd(now: Date, onStation: boolean): Date {
  return new Date(now.getTime() + (onStation ? IDLE_MIN.station : IDLE_MIN.own) * MINUTE_MS);
}
