import type { z } from "zod";
import { badInput } from "#contract/problems.ts";
import { isWellFormed } from "#contract/text.ts";
import { badInputSentence } from "#words/api";
import { HALF_CHARACTERS, Refusal } from "./action.ts";

/** A list, a recipe or a batch is far smaller; what is larger is no such thing. */
export const MOST_MESSAGE_BYTES = 1_000_000;

/**
 * A request's body as text, and no more of it read than tells that it is too large.
 *
 * @throws `Refusal` `tooLarge`, or `undecodable` where it is no UTF-8
 */
export async function textOf(request: Request, mostBytes = MOST_MESSAGE_BYTES): Promise<string> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > mostBytes) {
      await reader?.cancel();
      throw new Refusal(`That is larger than ${mostBytes / 1e6} MB, which is more than this takes.`, {
        code: "tooLarge",
      });
    }
    chunks.push(part.value);
  }
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(Buffer.concat(chunks));
  } catch {
    throw new Refusal("The body is no text in UTF-8.", { code: "undecodable" });
  }
}

/** A request's body as JSON; undefined where it is none. @throws as `textOf` */
export async function jsonOf(request: Request, mostBytes = MOST_MESSAGE_BYTES): Promise<unknown> {
  const text = await textOf(request, mostBytes);
  let message: unknown;
  try {
    message = JSON.parse(text);
  } catch {
    return undefined;
  }
  if (!isWellFormed(message)) throw new Refusal(HALF_CHARACTERS, { code: "badInput" });
  return message;
}

/** A request's body as a message of its schema. @throws as `jsonOf`, or `Refusal` `badInput` with the first field that is wrong */
export async function parsedBody<Message>(request: Request, schema: z.ZodType<Message>): Promise<Message> {
  const message = await jsonOf(request);
  const read = schema.safeParse(message);
  if (read.success) return read.data;
  const failure = badInput(read.error.issues, message);
  const field = failure.problems[0]?.field;
  throw new Refusal(badInputSentence(failure), { code: "badInput", ...(field && { field }) });
}
