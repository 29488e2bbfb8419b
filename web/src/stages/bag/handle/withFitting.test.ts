import { expect, test } from "vitest";
import type { Brief } from "../../../api/client";
import { withFitting, withFittings } from "./withFitting";

const bag: Brief = { finished: { width: "8 in", height: "9 in", gusset: "3 in" } };

test("of two figures that tell each other the one set last counts", () => {
  const long = withFitting(bag, "handle.length", "18 in");
  expect(long.fittings?.handle).toEqual({ length: "18 in" });
  expect(withFitting(long, "handle.drop", "4 in").fittings?.handle).toEqual({ drop: "4 in" });
  const spread = withFitting(bag, "handle.from_centre", "1 in");
  expect(withFitting(spread, "handle.from_edge", "2 in").fittings?.handle).toEqual({ from_edge: "2 in" });
});

test("a figure is set where it belongs, and nothing else changes", () => {
  const carried = withFittings(bag, { handle: { kind: "tube" }, insert: "double" });
  const punched = withFitting(carried, "punch.hole", "6 mm");
  expect(punched).toEqual({
    ...bag,
    fittings: { handle: { kind: "tube" }, insert: "double", punch: { hole: "6 mm" } },
  });
  expect(withFitting(punched, "decoration.margin", "1/4 in").fittings?.punch).toEqual({ hole: "6 mm" });
  expect(withFitting(punched, "backing.depth", null).fittings?.backing).toEqual({ depth: null });
  // The brief that was given stays as it was.
  expect(carried.fittings).toEqual({ handle: { kind: "tube" }, insert: "double" });
});
