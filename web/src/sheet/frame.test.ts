import * as fc from "fast-check";
import { expect, test } from "vitest";
import type { Piece, SheetCut } from "../api/client";
import { extent, fit, shifted, spread } from "./frame";

const side = fc.integer({ min: 20, max: 900 });
const sheets = fc.tuple(side, side).map(([width_mm, height_mm]) => ({ width_mm, height_mm }) as SheetCut);
const pieces = fc.tuple(side, side).map(
  ([width_mm, height_mm]) =>
    ({
      width_mm,
      height_mm,
      columns: [{ kind: "front", from_mm: width_mm * 0.1, to_mm: width_mm * 0.4 }],
      rows: [{ kind: "body", from_mm: height_mm * 0.2, to_mm: height_mm }],
    }) as Piece,
);
const spaces = fc.record({
  width: fc.integer({ min: 320, max: 1900 }),
  height: fc.integer({ min: 300, max: 1200 }),
});

test("sheet and piece are drawn inside the space, to one scale, up from the bottom", () => {
  fc.assert(
    fc.property(sheets, pieces, spaces, (sheet, piece, space) => {
      const frame = fit(sheet, piece, space);
      const [wide, tall] = extent(sheet, piece);
      // Below the smallest scale it is drawn larger than the space, and the page scrolls.
      if (frame.scale > 0.1) {
        expect(frame.width).toBeLessThanOrEqual(space.width + 1e-6);
        expect(frame.height).toBeLessThanOrEqual(space.height + 1e-6);
      }
      expect(frame.x(wide) - frame.x(0)).toBeCloseTo(wide * frame.scale);
      expect(frame.y(0) - frame.y(tall)).toBeCloseTo(tall * frame.scale);
      expect(frame.x(0)).toBe(frame.margins.left);
      expect(frame.y(tall)).toBeCloseTo(frame.margins.top);
    }),
  );
});

test("a piece that lies elsewhere on its sheet is drawn there", () => {
  fc.assert(
    fc.property(sheets, pieces, spaces, side, side, (sheet, piece, space, left, bottom) => {
      const ground = fit(sheet, piece, space);
      const frame = shifted(ground, left, bottom);
      expect(frame.x(10)).toBeCloseTo(ground.x(10 + left));
      expect(frame.y(10)).toBeCloseTo(ground.y(10 + bottom));
    }),
  );
});

test("places are moved apart, keep their order and stay within their bounds", () => {
  const places = fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 6 });
  fc.assert(
    fc.property(places, fc.integer({ min: 1, max: 80 }), (before, gap) => {
      const [least, most] = [0, 1000];
      const moved = spread(before, gap, least, most);
      const order = before.map((_, index) => index).toSorted((a, b) => before[a]! - before[b]!);
      for (const [at, index] of order.entries()) {
        expect(moved[index]).toBeGreaterThanOrEqual(least);
        expect(moved[index]).toBeLessThanOrEqual(most);
        if (at > 0) expect(moved[index]! - moved[order[at - 1]!]!).toBeGreaterThanOrEqual(gap);
      }
    }),
  );
});

test("places that are far enough apart stay where they are", () => {
  expect(spread([10, 200, 90], 80, 0, 300)).toEqual([10, 200, 90]);
});
