import { expect, test } from "vitest";
import { sideAtFault, typedSheet, USUAL } from "./chosen";

test("a sheet counts when both of its sides are typed", () => {
  expect(typedSheet(USUAL)).toEqual(USUAL.sheet);
  expect(typedSheet({ name: "other", sheet: { width: "30", height: " " } })).toBeNull();
  expect(typedSheet({ name: "all my shelf", sheet: null })).toBeNull();
});

test("only a sheet's sides are at fault, not a bag's", () => {
  expect(sideAtFault("brief.sheet.width")).toBe("width");
  expect(sideAtFault("sheet.height")).toBe("height");
  expect(sideAtFault("brief.finished.width")).toBeNull();
  expect(sideAtFault("side_sheet.width")).toBeNull();
  expect(sideAtFault(null)).toBeNull();
});
