import { expect, test } from "vitest";
import type { Brief } from "../../api/client";
import { withDimension } from "./withDimension";

const vase: Brief = {
  finished: { width: "4", height: "9", gusset: "4" },
  build: { kind: "wrap" },
  top: { kind: "hem_in", depth: "1" },
};

/** Every leaf of a brief and what stands in it. */
function leaves(value: unknown, path = ""): Record<string, unknown> {
  if (value === null || typeof value !== "object") return { [path]: value };
  return Object.assign(
    {},
    ...Object.entries(value).map(([key, inner]) => leaves(inner, path ? `${path}.${key}` : key)),
  ) as Record<string, unknown>;
}

/** The leaves in which two briefs differ. */
function changed(before: Brief, after: Brief): string[] {
  const [a, b] = [leaves(before), leaves(after)];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => a[key] !== b[key]).sort();
}

test.each(["finished.width", "finished.height", "finished.gusset", "tab", "top.depth"])(
  "%s typed on the drawing changes that figure and no other",
  (field) => {
    const before = leaves(vase);
    const after = withDimension(vase, field, "3 1/2");
    expect(changed(vase, after)).toEqual([field]);
    expect(leaves(after)[field]).toBe("3 1/2");
    // The brief it was made from is not touched.
    expect(leaves(vase)).toEqual(before);
  },
);

test("a base flap typed on the drawing is the crafter's own depth, unless all are of one depth already", () => {
  expect(withDimension(vase, "base.depth", "2").base).toEqual({ habit: "custom", depth: "2" });
  const full = { ...vase, base: { habit: "full" } } as Brief;
  expect(withDimension(full, "base.depth", "2").base).toEqual({ habit: "custom", depth: "2" });
  const fixed = { ...vase, base: { habit: "fixed", depth: "1 1/4" } } as Brief;
  expect(withDimension(fixed, "base.depth", "2").base).toEqual({ habit: "fixed", depth: "2" });
});

test("a figure of one build is set on that build alone", () => {
  const flare = { ...vase, build: { kind: "pleated_flare", pleats: 3, pleat: "1 1/4" } } as Brief;
  expect(changed(flare, withDimension(flare, "build.pleat", "1"))).toEqual(["build.pleat"]);
  expect(withDimension(vase, "build.pleat", "1")).toBe(vase);
  const joined = {
    ...vase,
    build: { kind: "joined", cuts: ["back_corner"], all_round: { kind: "at_base_line" } },
  } as unknown as Brief;
  const raised = withDimension(joined, "build.all_round.rise", "5");
  expect(raised.build).toEqual({
    kind: "joined",
    cuts: ["back_corner"],
    all_round: { kind: "above", rise: "5" },
  });
  expect(withDimension(flare, "build.all_round.rise", "5")).toBe(flare);
});

test("a figure that cannot be typed there leaves the brief as it is", () => {
  for (const field of ["", "sheet.width", "finished", "handle.drop"])
    expect(withDimension(vase, field, "1")).toBe(vase);
});
