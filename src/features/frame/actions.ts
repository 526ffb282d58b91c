"use server";

import { cookies } from "next/headers";
import { cardsToFind, SITE_COOKIE } from "#server/site.ts";
import { cardTitle } from "#words/index.ts";

const YEAR_S = 31_536_000;

/** Keeps which site this browser works at; an id that is none reads as the first site. */
export async function chooseSite(id: string): Promise<void> {
  (await cookies()).set(SITE_COOKIE, String(id).slice(0, 36), {
    maxAge: YEAR_S,
    sameSite: "lax",
    httpOnly: true,
  });
}

export interface FoundCard {
  readonly id: string;
  readonly text: string;
}

/** The newest cards of the site that this browser works at. */
export async function findCards(): Promise<readonly FoundCard[]> {
  return (await cardsToFind()).map(({ id, draft, sheet }) => ({ id, text: cardTitle(sheet, draft) }));
}
