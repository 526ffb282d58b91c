import type { Metadata } from "next";
import { Door } from "#features/counter/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readDoorPage } from "#server/read/door.ts";
import { innerPath } from "./innerPath.ts";

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
  return <Door {...page} next={innerPath(next)} />;
}
