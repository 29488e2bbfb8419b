import * as fc from "fast-check";
import { expect, test } from "vitest";
import { holePath } from "./holes";
import { nextGroove } from "./nextGroove";
import { ticks } from "./ticks";

test("a ruler is marked as fine as its marks stay apart, and every whole inch or centimetre is there", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 1000, noNaN: true }),
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      fc.constantFrom("in", "mm"),
      (mm, scale, unit) => {
        const marks = ticks(mm, scale, unit);
        const whole = unit === "in" ? 25.4 : 10;
        expect(marks.filter(({ length }) => length === 9)).toHaveLength(Math.floor(mm / whole + 1e-6) + 1);
        marks.slice(1).forEach((mark, index) => {
          expect((mark.mm - marks[index]!.mm) * scale).toBeGreaterThanOrEqual(
            Math.min(3.99, whole * scale - 0.01),
          );
        });
        // Numbers never stand closer than they are wide.
        const labelled = marks.filter(({ label }) => label !== null);
        labelled.slice(1).forEach((mark, index) => {
          expect((mark.mm - labelled[index]!.mm) * scale).toBeGreaterThanOrEqual(25.9);
        });
        for (const { mm: at, label } of labelled)
          expect(Number(label) * (unit === "in" ? 25.4 : 1)).toBeCloseTo(at, 6);
      },
    ),
  );
});

test("an arrow key goes to the next groove, exactly, and never to nothing", () => {
  // An eighth of an inch is 3.175 mm.
  expect(nextGroove(95.25, 3.175, true)).toBe(98.425);
  expect(nextGroove(95.25, 3.175, false)).toBe(92.075);
  expect(nextGroove(95, 3.175, true)).toBe(95.25);
  expect(nextGroove(95, 3.175, false)).toBe(92.075);
  expect(nextGroove(3.175, 3.175, false)).toBe(null);
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 500_000_000 }),
      fc.constantFrom(3_175_000, 5_000_000, 500_000),
      (nm, groove) => {
        const up = nextGroove(nm / 1e6, groove / 1e6, true)!;
        const steps = Math.round(up * 1e6);
        expect(steps % groove).toBe(0);
        expect(steps).toBeGreaterThan(nm);
        expect(steps - nm).toBeLessThanOrEqual(groove);
        const down = nextGroove(nm / 1e6, groove / 1e6, false);
        if (down === null) expect(nm).toBeLessThanOrEqual(groove);
        else expect(Math.round(down * 1e6)).toBeLessThan(nm);
      },
    ),
  );
});

test("holes are true curves: circles, openings with half-round ends, slots", () => {
  const place = { x: (mm: number) => mm * 2, y: (mm: number) => 100 - mm * 2 };
  const round = holePath({ at: [10, 20], half: [3, 3] }, place);
  expect(round.match(/A 6 6/g)).toHaveLength(2);
  expect(round.startsWith("M 20 54 H 20 A")).toBe(true);
  const opening = holePath({ at: [10, 20], half: [8, 3] }, place);
  expect(opening.startsWith("M 10 54 H 30 A 6 6")).toBe(true);
  // A slot has no height: a single line.
  expect(holePath({ at: [10, 20], half: [8, 0] }, place)).toBe("M 4 60 H 36");
});
