import { describe, expect, test, vi } from "vitest";
import { z } from "zod";

vi.mock("next/headers", () => ({ headers: async () => new Headers(), cookies: async () => ({}) }));

const { jsonOf, parsedBody, textOf } = await import("./body.ts");
const { csvOf } = await import("./csv.ts");
const { dayAskedFor, isDay } = await import("./days.ts");

const sent = (body: BodyInit | null) =>
  new Request("http://house.invalid/api/v1/batches", { method: "POST", body });

describe("what is sent", () => {
  test("is read up to its limit, and refused above it by its size", async () => {
    expect(await textOf(sent("a".repeat(2_000_000)), 2_000_000)).toHaveLength(2_000_000);
    await expect(textOf(sent("a".repeat(2_000_001)), 2_000_000)).rejects.toMatchObject({
      code: "tooLarge",
      message: expect.stringContaining("larger than 2 MB"),
    });
    await expect(textOf(sent("a".repeat(1_000_001)))).rejects.toMatchObject({ code: "tooLarge" });
    expect(await textOf(sent(null))).toBe("");
  });

  test("is UTF-8, whole characters, and JSON", async () => {
    expect(await textOf(sent("Süßwasser ☕"))).toBe("Süßwasser ☕");
    await expect(textOf(sent(new Uint8Array([0xff, 0xfe, 0x41])))).rejects.toMatchObject({
      code: "undecodable",
    });
    expect(await jsonOf(sent('{"doseG":202}'))).toEqual({ doseG: 202 });
    expect(await jsonOf(sent("{doseG"))).toBeUndefined();
    await expect(jsonOf(sent('{"note":"\\ud800"}'))).rejects.toMatchObject({ code: "badInput" });
  });

  test("is of its schema, or its first wrong field is named", async () => {
    const schema = z.strictObject({ doseG: z.number(), note: z.string() });
    expect(await parsedBody(sent('{"doseG":1,"note":""}'), schema)).toEqual({ doseG: 1, note: "" });
    await expect(parsedBody(sent('{"doseG":"much","note":1}'), schema)).rejects.toMatchObject({
      code: "badInput",
      field: "doseG",
    });
    await expect(parsedBody(sent("no JSON"), schema)).rejects.toMatchObject({ code: "badInput" });
  });
});

test("a table goes out as a file that a spreadsheet opens, in which no name becomes a formula", async () => {
  const file = csvOf("batches", [
    { coffee: '=HYPERLINK("x")', doseG: 202, liked: true, note: null },
    { coffee: "Saltmarsh, hot", doseG: 22.5, liked: false, note: "-1" },
  ]);
  expect(file.headers.get("content-type")).toBe("text/csv; charset=utf-8");
  expect(file.headers.get("content-disposition")).toBe('attachment; filename="batches.csv"');
  expect(file.headers.get("cache-control")).toBe("no-store");
  const lines = (await file.text()).split("\r\n");
  expect(lines[0]).toBe("coffee,doseG,liked,note");
  expect(lines[1]).toMatch(/^"'=HYPERLINK/);
  expect(lines[2]).toBe('"Saltmarsh, hot",22.5,false,"\'-1"');
  expect(lines.slice(3)).toEqual([""]);
});

test("a day is one of the calendar; a request that names none means today at its site", () => {
  for (const day of ["2026-07-15", "2028-02-29"]) expect(isDay(day)).toBe(true);
  for (const day of ["2026-02-29", "2026-7-15", "x2026-07-15", "2026-07-15x", "", "15.07.2026"])
    expect(isDay(day)).toBe(false);
  const asking = (query: string) =>
    dayAskedFor({ today: "2026-07-14" }, new Request(`http://house.invalid/api/v1/plan${query}`));
  expect(asking("")).toBe("2026-07-14");
  expect(asking("?day=2026-07-16")).toBe("2026-07-16");
  expect(() => asking("?day=tomorrow")).toThrow(expect.objectContaining({ code: "badInput", field: "day" }));
});
