"use server";

import { cookies } from "next/headers";
import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { action } from "#server/action.ts";
import { isSecure } from "#server/links.ts";
import { cardsToFind, SITE_COOKIE } from "#server/site.ts";
import { cardTitle } from "#words/index.ts";

const YEAR_S = 31_536_000;

/** Keeps which site this browser works at; an id that is none reads as the first site. */
export const chooseSite = action("see")
  .inputSchema(uuid)
  .action(async ({ parsedInput }) => {
    (await cookies()).set(SITE_COOKIE, parsedInput, {
      maxAge: YEAR_S,
      sameSite: "lax",
      httpOnly: true,
      secure: isSecure(),
    });
  });

export interface FoundCard {
  readonly id: string;
  readonly text: string;
}

/** The newest cards of the site that this browser works at. */
export const findCards = action("see")
  .inputSchema(z.void())
  .action(async (): Promise<readonly FoundCard[]> => {
    return (await cardsToFind()).map(({ id, draft, sheet }) => ({ id, text: cardTitle(sheet, draft) }));
  });
