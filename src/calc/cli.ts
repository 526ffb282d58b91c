import { isCalcName, jsonSchemaOf, MOST_BYTES } from "#contract/calc.ts";
import { answer } from "./answer.ts";

/** Exit status of a message that could not be answered. */
const BAD_MESSAGE = 2;

/** `calc <what>`: one JSON message on stdin, its answer on stdout; `calc <what> --schema`: its schemas. */
export async function calc([what = "", option]: readonly string[]): Promise<number> {
  if (option === "--schema" && isCalcName(what)) {
    process.stdout.write(`${JSON.stringify(jsonSchemaOf(what), null, 2)}\n`);
    return 0;
  }
  const bytes = isCalcName(what) ? await readStdin() : new Uint8Array();
  const { status, body } = answer(what, bytes);
  process.stdout.write(`${JSON.stringify(body)}\n`);
  return status === 200 ? 0 : BAD_MESSAGE;
}

/** Standard input, and no more of it than tells that it is too large. */
async function readStdin(): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of process.stdin) {
    chunks.push(chunk);
    size += chunk.length;
    // The rest of a message that is too large is left unread, and must not keep the process waiting.
    if (size > MOST_BYTES) break;
  }
  return Buffer.concat(chunks);
}
