import * as fc from "fast-check";
import { expect, test } from "vitest";
import type { Brief } from "../../api/client";
import { rebase } from "./rebase";
import { withDimension } from "./withDimension";

const bag = (width: string, more: Partial<Brief> = {}): Brief => ({
  finished: { width, height: "6 1/2 in", gusset: "2 in" },
  ...more,
});

test("what was typed elsewhere meanwhile stays", () => {
  const shown = bag("4 in");
  const now = bag("5 in");
  const next = { ...shown, tab: "3/4 in" };
  expect(rebase(now, shown, next)).toEqual({ ...now, tab: "3/4 in" });
});

test("one side of the size is carried without the others", () => {
  const shown = bag("4 in");
  const now = bag("4 in", { tab: "1/2 in" });
  const next = { ...shown, finished: { ...shown.finished, gusset: "3 in" } };
  expect(rebase(now, shown, next).finished).toEqual({ width: "4 in", height: "6 1/2 in", gusset: "3 in" });
});

test("what was taken away is gone", () => {
  const shown = bag("4 in", { tab: "1/2 in" });
  const next = bag("4 in");
  expect("tab" in rebase({ ...shown, notch: "0" }, shown, next)).toBe(false);
});

const briefs = fc.record(
  {
    finished: fc.record({ width: fc.string(), height: fc.string(), gusset: fc.string() }),
    tab: fc.string(),
    notch: fc.string(),
    build: fc.oneof(
      fc.constant({ kind: "wrap" }),
      fc.record({
        kind: fc.constant("joined"),
        cuts: fc.array(fc.constantFrom("left_back_corner", "right_back_corner")),
      }),
      fc.record({ kind: fc.constant("folded_base"), lap: fc.string() }),
    ),
    top: fc.record({ kind: fc.constantFrom("raw", "hem_in"), depth: fc.string() }),
  },
  { requiredKeys: ["finished"] },
) as fc.Arbitrary<Brief>;

test("nothing happened meanwhile: the change is taken as it is", () => {
  fc.assert(
    fc.property(briefs, briefs, (base, next) => {
      expect(rebase(base, base, next)).toEqual(next);
    }),
  );
});

test("nothing was changed: what stands stays as it is", () => {
  fc.assert(
    fc.property(briefs, briefs, (now, base) => {
      expect(rebase(now, base, base)).toEqual(now);
    }),
  );
});

test("setting the base flap makes it the crafter's own depth, a fixed one stays fixed", () => {
  expect(withDimension(bag("4 in"), "base.depth", "1 in").base).toEqual({ habit: "custom", depth: "1 in" });
  const fixed = bag("4 in", { base: { habit: "fixed" } });
  expect(withDimension(fixed, "base.depth", "1 in").base).toEqual({ habit: "fixed", depth: "1 in" });
});

test("a build never gets the fields of another", () => {
  const fields: Record<string, string[]> = { wrap: [], joined: ["cuts"], folded_base: ["lap"] };
  fc.assert(
    fc.property(briefs, briefs, briefs, (now, base, next) => {
      const build = rebase(now, base, next).build;
      if (!build) return;
      const { kind, ...own } = build;
      expect(Object.keys(own)).toEqual(fields[kind]);
    }),
  );
});

test("what was said of a build that has gone meanwhile is dropped", () => {
  const shown = bag("4 in", { build: { kind: "joined", cuts: ["left_back_corner"] } });
  const next = bag("4 in", { build: { kind: "joined", cuts: ["inside_back"] } });
  const now = bag("4 in", { build: { kind: "wrap" } });
  expect(rebase(now, shown, next)).toEqual(now);
});

test("a measurement of a build is set on that build only", () => {
  const flare = bag("4 in", { build: { kind: "pleated_flare", pleats: 2 } });
  expect(withDimension(flare, "build.pleat", "1 in").build).toEqual({
    kind: "pleated_flare",
    pleats: 2,
    pleat: "1 in",
  });
  expect(withDimension(bag("4 in"), "build.pleat", "1 in")).toEqual(bag("4 in"));
  const joined = bag("4 in", { build: { kind: "joined", cuts: ["inside_back"] } });
  expect(withDimension(joined, "build.all_round.rise", "3 in").build).toEqual({
    kind: "joined",
    cuts: ["inside_back"],
    all_round: { kind: "above", rise: "3 in" },
  });
});
