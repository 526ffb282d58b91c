import type { Metadata } from "next";
import { Door } from "#features/counter/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readDoorPage } from "#server/read/door.ts";

export const metadata: Metadata = { title: "Sign in · Tumbek" };

interface Props {
  readonly searchParams: Promise<{ next?: string | string[] }>;
}

/** The door: the one page for whoever is not signed in. */
export default async function SignInPage({ searchParams }: Props) {
  const { next } = await searchParams;
  const page = await readDoorPage();
  if (page === "gone") {
    return (
      <main>
        <Trouble what="gone" />
      </main>
    );
  }
  return <Door {...page} next={within(next)} />;
}

/** A path of this house; whatever leads elsewhere leads to its first page. */
function within(next: string | string[] | undefined): string {
  const ownOrigin = "http://house.invalid";
  if (typeof next !== "string" || !next.startsWith("/")) return "/";
  try {
    const url = new URL(next, ownOrigin);
    return url.origin === ownOrigin ? url.pathname + url.search : "/";
  } catch {
    return "/";
  }
}
