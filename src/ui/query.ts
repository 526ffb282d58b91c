import { QueryClient } from "@tanstack/react-query";

/**
 * What a screen asks the server for beside its page, or goes on asking for after it: kept here by its key, fresh for a moment, asked
 * once however many look at it. Handed to `useQuery` as its second argument, so that pages that ask for nothing do not load it.
 */
export const queryClient = new QueryClient({
  defaultOptions: {
    // A refusal has its sentence, and is asked again by a person. Without a network some are answered by what the device kept.
    queries: { retry: false, refetchOnWindowFocus: false, networkMode: "always" },
  },
});

const NO_ANSWER = "the server did not answer";

/** Whether nobody answered, as against a refusal. */
export function isUnanswered(error: unknown): boolean {
  return error instanceof Error && error.message === NO_ANSWER;
}

/** An answer's JSON; throws with the server's own sentence where it refused. */
export async function askServer<Answer>(path: string, signal: AbortSignal): Promise<Answer> {
  const response = await fetch(path, { signal }).catch(() => undefined);
  const body = await response?.json().catch(() => undefined);
  if (!response?.ok || body === undefined) throw new Error(body?.error?.message ?? NO_ANSWER);
  return body;
}
