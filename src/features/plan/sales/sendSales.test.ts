import { afterEach, expect, test, vi } from "vitest";
import type { FileSale } from "./salesFile.ts";
import { sendSales } from "./sendSales.ts";

const sales = Array.from(
  { length: 10_000 },
  (_, i): FileSale => ({
    id: `sale ${i}`,
    coffee: "Saltmarsh",
    serve: "hot",
    cupMl: 350,
    count: 1,
    at: "2026-07-14T08:00:00.000Z",
  }),
);

/** A house that takes in what it is sent, until it refuses. */
function house(answers: (part: number) => Response) {
  const taken: string[] = [];
  vi.stubGlobal("fetch", async (_url: string, { body }: { body: string }) => {
    const part = (JSON.parse(body) as { sales: { id: string }[] }).sales;
    const answer = answers(taken.length / part.length);
    if (answer.ok) taken.push(...part.map(({ id }) => id));
    return answer;
  });
  return taken;
}
afterEach(() => vi.unstubAllGlobals());

test("a file of ten thousand rows goes in parts, each row once, and says how far it is", async () => {
  const taken = house(() => Response.json({ kept: 500 }));
  const shares: number[] = [];
  expect(await sendSales("pier", sales, (share) => shares.push(share))).toEqual({ ok: true });
  expect(taken).toEqual(sales.map(({ id }) => id));
  expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  expect(shares.at(-1)).toBe(1);
});

test("where the house refuses in the middle, it is said why, how much is kept, and that the file may be sent again", async () => {
  const taken = house((part) =>
    part < 3
      ? Response.json({ kept: 500 })
      : Response.json(
          { error: { message: "There is no coffee named Puffin on the bench." } },
          { status: 422 },
        ),
  );
  expect(await sendSales("pier", sales, () => {})).toEqual({
    ok: false,
    sentence:
      "There is no coffee named Puffin on the bench. 1500 of them are kept; sending the same file again keeps none twice.",
  });
  expect(taken).toHaveLength(1500);
});
