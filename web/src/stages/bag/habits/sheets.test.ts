import { expect, test } from "vitest";
import { inMillimetres, sameSheet } from "./sheets";

test("a thickness without a unit is in millimetres, whatever the labels are in", () => {
  expect(inMillimetres("0.3")).toBe("0.3 mm");
  for (const said of ["0.3 mm", "1/64 in", '1/64"', "12 mil"]) expect(inMillimetres(said)).toBe(said);
});

test("a paper of the shelf is known again however its sheet is laid", () => {
  const sheet = { width: "12 in", height: "12 in", pattern: "up" as const, weight: "180 g/m²" };
  expect(sameSheet(sheet, { ...sheet, turned: true })).toBe(true);
  expect(sameSheet(sheet, { ...sheet, thickness: null })).toBe(true);
  expect(sameSheet(sheet, { ...sheet, weight: "200 g/m²" })).toBe(false);
  expect(sameSheet(sheet, { ...sheet, pattern: "all_over" })).toBe(false);
  expect(sameSheet(sheet, { ...sheet, width: "10 in" })).toBe(false);
});
