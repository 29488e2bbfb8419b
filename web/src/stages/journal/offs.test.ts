import { assert, constantFrom, integer, property } from "fast-check";
import { expect, test } from "vitest";
import { marksOf, RULERS, said, sent } from "./offs";

test("what is sent is so many marks again, on every ruler", () => {
  assert(
    property(constantFrom("in" as const, "mm" as const), integer({ min: -200, max: 200 }), (unit, marks) => {
      expect(marksOf(sent(marks, unit), unit)).toBe(marks === 0 ? 0 : marks);
      expect(said(marks, unit) === "as planned").toBe(marks === 0);
    }),
  );
});

test("a drift of 3/64 can be pressed on the finest ruler, and is said as it stands there", () => {
  expect(RULERS.in.at(-1)?.mark).toBe(1);
  expect([sent(3, "in"), said(3, "in"), said(-8, "in"), said(1, "mm")]).toEqual([
    "+3/64",
    "+3⁄64",
    "−1⁄8",
    "+1⁄2",
  ]);
  expect(marksOf("3 13/16", "in")).toBeNull();
});
