import { describe, expect, it } from "vitest";
import { compareValues, printOrder, readOrder } from "./column.ts";

describe("the order of cells", () => {
  it("is by size for numbers, and for the numbers in words", () => {
    expect([10, 9, 1].toSorted(compareValues)).toEqual([1, 9, 10]);
    expect(["pot 10", "pot 9"].toSorted(compareValues)).toEqual(["pot 9", "pot 10"]);
  });

  it("asks for neither capitals nor accents", () => {
    expect(compareValues("été", "ETE")).toBe(0);
  });
});

describe("an order in a link", () => {
  const columns = [{ id: "dose" }, { id: "when" }];

  it("is read as it was printed", () => {
    for (const order of [{ id: "dose", down: true }, { id: "when", down: false }, undefined])
      expect(readOrder(printOrder(order), columns)).toEqual(order);
  });

  it("is none when it names no column", () => {
    expect(readOrder("-price", columns)).toBeUndefined();
    expect(readOrder("-", columns)).toBeUndefined();
    expect(readOrder("", columns)).toBeUndefined();
  });
});
