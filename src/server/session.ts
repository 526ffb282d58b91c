import { createHash } from "node:crypto";
import { cookies } from "next/headers";
import { cache } from "react";
import { extendSession, type FoundSession } from "#data/sessions.ts";
import { findStation } from "#data/stations.ts";
import { auth, idleEnd } from "./auth.ts";
import { database } from "./database.ts";
import { isSecure } from "./links.ts";

/** The cookie that makes a tablet a station. */
const STATION_COOKIE = "tumbek.station";
/** As long as browsers keep a cookie. */
const STATION_COOKIE_S = 400 * 24 * 60 * 60;
/** A session that is used is written down as such this often. */
const SEEN_EVERY_MS = 60_000;

/**
 * Who is signed in with this request; read once, however many parts of a page ask. Throws when the database
 * is gone.
 */
export const signedIn = cache(async (): Promise<FoundSession | undefined> => {
  // Not the request's own header: a page that is drawn again after a sign-in has the newer cookie only here.
  return sessionOf(new Headers({ cookie: (await cookies()).toString() }));
});

/** Who is signed in by these headers' cookie; a session in use is kept from ending by itself. */
export async function sessionOf(from: Headers): Promise<FoundSession | undefined> {
  const session = await auth().api.whoIsHere({ headers: from });
  const now = new Date();
  if (session && now.getTime() - session.seenAt.getTime() > SEEN_EVERY_MS) {
    await extendSession(database(), session.id, now, idleEnd(session.station !== null));
  }
  return session;
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
