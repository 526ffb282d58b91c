import { headers } from "next/headers";
import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { may, type Right } from "#core/people";
import { Refused, Trouble } from "#features/frame/index.ts";
import { readSession, type Session } from "#server/read/session.ts";

/** A page with its right: nothing of it runs before somebody is signed in who has it. */
export function guarded<Props>(right: Right, page: (props: Props, session: Session) => Promise<ReactNode>) {
  const answer = async (props: Props) => {
    const session = await sessionOrDoor();
    if (session === "gone") return <Trouble what="gone" />;
    if (!may(session.person.role, right)) return <Refused right={right} />;
    return page(props, session);
  };
  return Object.assign(answer, { right });
}

/** Who is signed in; whoever is not is sent to the door, and comes back from there. */
export async function sessionOrDoor(): Promise<Session | "gone"> {
  const session = await readSession();
  if (session !== "nobody") return session;
  const wantedPath = (await headers()).get("x-tumbek-path") ?? "/";
  redirect(`/sign-in?next=${encodeURIComponent(wantedPath)}`);
}
