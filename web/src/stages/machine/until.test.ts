import { array, assert, double, integer, property, tuple } from "fast-check";
import { expect, test } from "vitest";
import { until } from "./until";

const length = (points: number[][]) =>
  points
    .slice(1)
    .reduce(
      (sum, [x = 0, y = 0], n) => sum + Math.hypot(x - (points[n]?.[0] ?? 0), y - (points[n]?.[1] ?? 0)),
      0,
    );

test("a stroke is worked evenly: half of its time, half of its length", () => {
  const spot = tuple(integer({ min: 0, max: 300 }), integer({ min: 0, max: 300 }));
  assert(
    property(
      array(spot, { minLength: 2, maxLength: 12 }),
      double({ min: 0, max: 1, noNaN: true }),
      (points, share) => {
        const stroke = { tool: "cut" as const, points_mm: points, from: 3, to: 7 };
        const part = until(stroke, 3 + 4 * share);
        expect(Math.abs(length(part) - length(points) * share)).toBeLessThan(1e-6);
        expect(part[0]).toEqual(points[0]);
      },
    ),
  );
});
