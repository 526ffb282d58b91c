import type { Metadata } from "next";
import { isDatabaseAway } from "#data/failures.ts";
import { readHouse } from "#data/house.ts";
import { hasLead } from "#data/people.ts";
import { Door } from "#features/counter/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { database } from "#server/database.ts";
import { isAtThisMachine, readDoor } from "#server/door.ts";

export const metadata: Metadata = { title: "Sign in · Tumbek" };

interface Props {
  readonly searchParams: Promise<{ next?: string | string[] }>;
}

/** The door: the one page for whoever is not signed in. */
export default async function SignInPage({ searchParams }: Props) {
  const { next } = await searchParams;
  try {
    const db = database();
    const [house, led, people, here] = await Promise.all([
      readHouse(db),
      hasLead(db),
      readDoor(),
      isAtThisMachine(),
    ]);
    return (
      <Door
        house={house?.name ?? ""}
        people={people}
        first={led ? undefined : here ? "ask" : "elsewhere"}
        next={within(next)}
      />
    );
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    return (
      <main>
        <Trouble what="gone" />
      </main>
    );
  }
}

/** A path of this house; whatever leads elsewhere leads to its first page. */
function within(next: string | string[] | undefined): string {
  const here = "http://house.invalid";
  if (typeof next !== "string" || !next.startsWith("/")) return "/";
  try {
    const url = new URL(next, here);
    return url.origin === here ? url.pathname + url.search : "/";
  } catch {
    return "/";
  }
}
