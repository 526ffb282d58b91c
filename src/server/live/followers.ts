import { keptInProcess } from "#server/process.ts";

/** One who follows a site over a connection that stays open. */
export interface Follower {
  readonly siteId: string;
  /** What it is sent: each event, or the bar as it stands after them. */
  readonly of: "events" | "bar";
  /** The sign-in that it hangs on; null for a token's. */
  readonly sessionId: string | null;
  /** The last event that it has; -1 for one that has seen nothing yet. */
  readonly n: number;
  /** Sends a message. @returns false where it does not keep up */
  readonly push: (message: Uint8Array) => boolean;
  readonly end: () => void;
}

/** How far one of them has come: the last event, and of those who follow a bar how it stood when it was told last. */
export interface Come {
  n: number;
  bar?: string;
}

/** Those who follow a site at this server, with how far each has come. */
export const followers = keptInProcess("followers", () => new Map<Follower, Come>());

/** Sends a message to one of them; one that does not keep up is ended, and comes again from the last event that it has. */
export function sendTo(follower: Follower, message: Uint8Array, n: number): void {
  const at = followers.get(follower);
  if (!at) return;
  at.n = n;
  if (!follower.push(message)) leave(follower);
}

/** Ends one of them. */
export function leave(follower: Follower): void {
  if (followers.delete(follower)) follower.end();
}
