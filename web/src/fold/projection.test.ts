import * as fc from "fast-check";
import { expect, test } from "vitest";
import type { Facet } from "../api/client";
import { lifted, normal, placeIn, project, rotate } from "./projection";
import type { Vec3 } from "./vec3";

const facet = (flat: number[][] = []): Facet =>
  ({ flat, holes: [], lift: 0, name: "front" }) as unknown as Facet;

/** A box open at the top, corners anticlockwise seen from outside: the pose of a bag without its flaps. */
function box(width: number, height: number, depth: number): number[][][] {
  const [w, h, d] = [width, height, -depth];
  return [
    [
      [0, 0, 0],
      [w, 0, 0],
      [w, h, 0],
      [0, h, 0],
    ],
    [
      [w, 0, 0],
      [w, 0, d],
      [w, h, d],
      [w, h, 0],
    ],
    [
      [w, 0, d],
      [0, 0, d],
      [0, h, d],
      [w, h, d],
    ],
    [
      [0, 0, d],
      [0, 0, 0],
      [0, h, 0],
      [0, h, d],
    ],
    [
      [0, 0, 0],
      [0, 0, d],
      [w, 0, d],
      [w, 0, 0],
    ],
  ];
}
const facets = (count: number) => Array.from({ length: count }, () => facet());
const size = fc.integer({ min: 10, max: 400 });
const turns = fc.record({ yaw: fc.integer({ min: -80, max: 80 }), pitch: fc.integer({ min: 5, max: 80 }) });

test("the normal of an upright square points to the one who looks at its anticlockwise side", () => {
  expect(
    normal([
      [0, 0, 0],
      [5, 0, 0],
      [5, 5, 0],
      [0, 5, 0],
    ]),
  ).toEqual([0, 0, 1]);
  expect(
    normal([
      [0, 0, 0],
      [0, 5, 0],
      [5, 5, 0],
      [5, 0, 0],
    ]),
  ).toEqual([0, 0, -1]);
});

test("turning moves nothing nearer to the middle or further from it", () => {
  fc.assert(
    fc.property(fc.tuple(size, size, size), turns, (spot, turn) => {
      expect(Math.hypot(...rotate(spot as Vec3, turn))).toBeCloseTo(Math.hypot(...spot), 6);
    }),
  );
});

test("a layer that is lifted lies so far off its plane", () => {
  const square: Vec3[] = [
    [0, 0, 0],
    [5, 0, 0],
    [5, 5, 0],
    [0, 5, 0],
  ];
  expect(lifted(square, 2).map(([, , z]) => z)).toEqual([2, 2, 2, 2]);
});

test("of a box the walls behind are drawn before those in front, the insides before the outsides over them", () => {
  fc.assert(
    fc.property(size, size, size, turns, (width, height, depth, turn) => {
      const order = project(facets(5), box(width, height, depth), turn).map(({ index }) => index);
      const place = (index: number) => order.indexOf(index);
      // Looked at from in front and above: the back is behind the front, whichever way it is turned.
      expect(place(2)).toBeLessThan(place(0));
      const [far, near] = turn.yaw > 0 ? [1, 3] : [3, 1];
      if (turn.yaw !== 0) expect(place(far)).toBeLessThan(place(near));
    }),
  );
});

test("every facet is drawn once, and an outside is one that is turned to the one who looks", () => {
  fc.assert(
    fc.property(size, size, size, turns, (width, height, depth, turn) => {
      const drawn = project(facets(5), box(width, height, depth), turn);
      expect(drawn.map(({ index }) => index).toSorted()).toEqual([0, 1, 2, 3, 4]);
      const front = drawn.find(({ index }) => index === 0)!;
      const back = drawn.find(({ index }) => index === 2)!;
      expect([front.outside, back.outside]).toEqual([true, false]);
    }),
  );
});

test("the drawing fills its space in one direction and stays within it in both", () => {
  const space = { width: 190, height: 92 };
  fc.assert(
    fc.property(size, size, size, turns, (width, height, depth, turn) => {
      const drawn = project(facets(5), box(width, height, depth), turn);
      const place = placeIn(drawn, space, 4);
      const spots = drawn.flatMap(({ corners }) => corners.map((corner) => place(corner)));
      const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
      const [wide, tall] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
      expect(Math.min(...xs)).toBeGreaterThanOrEqual(3.9);
      expect(Math.max(...xs)).toBeLessThanOrEqual(space.width - 3.9);
      expect(Math.min(...ys)).toBeGreaterThanOrEqual(3.9);
      expect(Math.max(...ys)).toBeLessThanOrEqual(space.height - 3.9);
      expect(Math.max(wide / (space.width - 8), tall / (space.height - 8))).toBeCloseTo(1, 2);
    }),
  );
});
