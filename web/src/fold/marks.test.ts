import * as fc from "fast-check";
import { expect, test } from "vitest";
import type { Facet } from "../api/client";
import { letterOf, marksOn, toSpace } from "./marks";
import type { Vec3 } from "./vec3";

const flat: [number, number][] = [
  [0, 0],
  [100, 0],
  [100, 160],
  [0, 160],
];
/** The same rectangle standing in space, half as large again. */
const standing = flat.map(([x, y]): Vec3 => [10, y * 1.5, x * 1.5]);
const facet = (more: Partial<Facet>) => ({ flat, holes: [], lift: 0, ...more }) as unknown as Facet;

test("a spot of the paper keeps its shares of the edges in space", () => {
  const place = toSpace(flat, standing)!;
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: 0, max: 160, noNaN: true }),
      (x, y) => {
        const spot = place([x, y]);
        [10, y * 1.5, x * 1.5].forEach((value, axis) => expect(spot[axis]).toBeCloseTo(value, 6));
      },
    ),
  );
});

test("corners in one line have no plane", () => {
  expect(
    toSpace(
      [
        [0, 0],
        [1, 0],
        [2, 0],
      ],
      [
        [0, 0, 0],
        [1, 0, 0],
        [2, 0, 0],
      ],
    ),
  ).toBeNull();
});

test("the first sheet has no hatching, the others each their own, and none leaves the paper", () => {
  const hatches = Array.from(
    { length: 6 },
    (_, sheet) => marksOn(facet({ sheet, shows_up: true }), standing).hatch,
  );
  expect(hatches[0]).toEqual([]);
  expect(new Set(hatches.map((hatch) => JSON.stringify(hatch))).size).toBe(6);
  for (const [x, y, z] of hatches.flat(2)) {
    expect(x).toBeCloseTo(10);
    expect(y! > -1e-6 && y! < 240 + 1e-6 && z! > -1e-6 && z! < 150 + 1e-6).toBe(true);
  }
});

test("the arrow points up the pattern, and stands only where the pattern's up is shown", () => {
  const [[foot, tip] = []] = marksOn(facet({ shows_up: true }), standing).up;
  expect(tip![1]).toBeGreaterThan(foot![1]);
  expect(marksOn(facet({ shows_up: false }), standing).up).toEqual([]);
});

test("sheets are lettered from A", () => {
  expect([0, 1, 25].map(letterOf)).toEqual(["A", "B", "Z"]);
});
