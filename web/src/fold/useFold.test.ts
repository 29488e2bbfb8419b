import { expect, test, vi } from "vitest";
import type { Fold } from "../api/client";
import { nameOf } from "./nameOf";
import { openBag, twins } from "./useFold";

// The client of the service looks where it was loaded from.
vi.hoisted(() => vi.stubGlobal("window", { location: { origin: "http://127.0.0.1" } }));

const facet = (name: string, piece: number, at: number) => ({
  name,
  piece,
  flat: [
    [at, 0],
    [at + 1, 0],
    [at, 1],
  ],
});
const fold = {
  facets: [facet("front", 0, 0), facet("left gusset", 0, 5), facet("back", 0, 0), facet("front", 1, 0)],
  fittings: { facets: [{ name: "rolled handle" }], pose: [["handle"]] },
  poses: [{ facets: [["unrolled"]] }, { facets: [["a"], ["b"], ["c"], ["d"]] }],
} as unknown as Fold;

test("a piece that is cut twice becomes two parts of the bag, and both stand out", () => {
  expect(twins(fold, 0)).toEqual([0, 2]);
  expect(twins(fold, 1)).toEqual([1]);
  // The same place on another piece is another part.
  expect(twins(fold, 3)).toEqual([3]);
  expect(twins(fold, 9)).toEqual([]);
});

test("the open bag has everything on it that is put on it, after its own parts", () => {
  const open = openBag(fold);
  expect(open.facets).toHaveLength(5);
  expect(open.pose).toEqual([["a"], ["b"], ["c"], ["d"], ["handle"]]);
});

test("what is pointed at is named with the face that is seen; a handle has none", () => {
  expect(nameOf(fold, 1, true)).toBe("Left gusset, outside face.");
  expect(nameOf(fold, 1, false)).toBe("Left gusset, inside face.");
  expect(nameOf(fold, 4, true)).toBe("Rolled handle.");
});
