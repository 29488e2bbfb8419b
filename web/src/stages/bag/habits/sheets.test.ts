import { expect, test } from "vitest";
import { inMillimetres, sameSheet } from "./sheets";

test("a thickness without a unit is in millimetres, whatever the labels are in", () => {
  expect(inMillimetres("0.3")).toBe("0.3 mm");
  for (const said of ["0.3 mm", "1/64 in", '1/64"', "12 mil"]) expect(inMillimetres(said)).toBe(said);
});

test("a paper of the shelf is known again however its sheet is laid", () => {
  const sheet = { width: "12 in", height: "12 in", directional: true, grammage: 180 };
  expect(sameSheet(sheet, { ...sheet, turned: true })).toBe(true);
  expect(sameSheet(sheet, { ...sheet, caliper: null })).toBe(true);
  expect(sameSheet(sheet, { ...sheet, grammage: 200 })).toBe(false);
  expect(sameSheet(sheet, { ...sheet, directional: false })).toBe(false);
  expect(sameSheet(sheet, { ...sheet, width: "10 in" })).toBe(false);
});
