import { type AnswerName, keepAnswer, keptAnswer } from "#offline/answers.ts";
import { askServer, isUnanswered } from "#ui/query.ts";

/**
 * An answer of the house, kept on the device; where the house is away, the last one that was kept under that name.
 *
 * @throws with the server's own sentence where it refused, and where nobody answered and none is kept
 */
export async function askOrKept<Answer extends object>(
  name: AnswerName,
  { path, signal }: { readonly path: string; readonly signal: AbortSignal },
): Promise<Answer> {
  try {
    const answer = await askServer<Answer>(path, signal);
    void keepAnswer(name, answer);
    return answer;
  } catch (error) {
    const last = isUnanswered(error) ? await keptAnswer<Answer>(name) : undefined;
    if (last === undefined) throw error;
    return last;
  }
}
