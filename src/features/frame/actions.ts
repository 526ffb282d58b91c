"use server";

import { cookies } from "next/headers";
import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { action } from "#server/action.ts";
import { isSecure } from "#server/links.ts";
import { cardsToFind, recipesToFind, SITE_COOKIE } from "#server/site.ts";
import { cardTitle } from "#words/cards";

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

/** Something that is found by its name, and where it is. */
export interface Found {
  readonly href: string;
  readonly text: string;
}

/** The recipes that are in use, and the newest cards of the site that this browser works at. */
export const findAnything = action("see")
  .inputSchema(z.void())
  .action(async (): Promise<{ readonly recipes: readonly Found[]; readonly cards: readonly Found[] }> => {
    const [recipes, cards] = await Promise.all([recipesToFind(), cardsToFind()]);
    return {
      recipes: recipes.map(({ recipeId, name }) => ({ href: `/recipes/${recipeId}`, text: name })),
      cards: cards.map(({ id, draft, sheet }) => ({ href: `/cards/${id}`, text: cardTitle(sheet, draft) })),
    };
  });
