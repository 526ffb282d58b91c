import { LEAD } from "#data/demo/bench.ts";
import { auth } from "#server/auth.ts";

const WARM_UP = 100;
const CHECKS = 401;

/**
 * What the session check adds to a request: from the cookie to who it is, on the running house's database.
 *
 * @returns the median, ms
 */
export async function sessionMs(): Promise<number> {
  const { headers } = await auth().api.signInAs({ body: { personId: LEAD }, returnHeaders: true });
  const cookie = (headers.get("set-cookie") ?? "").split(";")[0] ?? "";
  const asked = new Headers({ cookie });
  const times: number[] = [];
  for (let i = 0; i < WARM_UP + CHECKS; i++) {
    const start = performance.now();
    const found = await auth().api.whoIsHere({ headers: asked });
    if (i >= WARM_UP) times.push(performance.now() - start);
    if (!found) throw new Error("the session that was just made is not there");
  }
  return times.toSorted((a, b) => a - b)[Math.floor(CHECKS / 2)]!;
}
