import * as fc from "fast-check";
import { expect, test } from "vitest";
import type { Piece } from "../api/client";
import { afterKey, linesOf, type Line } from "./lines";
import { staggered } from "./staggered";

const line = (id: string, x1: number): Line => ({ id, says: id, x1, x2: x1, y1: 0, y2: 1 });

test("arrow keys go through all lines and round again, either way", () => {
  const lines = [line("a", 0), line("b", 1), line("c", 2)];
  const walk = (key: string) => {
    const seen: string[] = [];
    let read: string | null = null;
    for (let step = 0; step < 4; step++) seen.push((read = afterKey(lines, read, key)!.id));
    return seen;
  };
  expect(walk("ArrowRight")).toEqual(["a", "b", "c", "a"]);
  expect(walk("ArrowUp")).toEqual(["a", "b", "c", "a"]);
  expect(walk("ArrowLeft")).toEqual(["c", "b", "a", "c"]);
  expect(walk("ArrowDown")).toEqual(["c", "b", "a", "c"]);
  expect(afterKey(lines, "a", "Enter")).toBe(null);
  expect(afterKey([], null, "ArrowRight")).toBe(null);
});

test("a line that has gone is forgotten: reading begins anew", () => {
  expect(afterKey([line("a", 0), line("b", 1)], "gone", "ArrowRight")!.id).toBe("a");
});

test("everything that can be read is read from left to right", () => {
  const piece = {
    creases: [{ id: "c0", says: "score", x1: 5, y1: 0, x2: 5, y2: 9 }],
    cuts: [{ id: "k0", says: "slit", x1: 2, y1: 0, x2: 2, y2: 3 }],
    holes: [{ id: "h0", says: "hole", at: [4, 8], half: [0.5, 0.5] }],
    glue: [{ id: "g0", says: "glue", corners: [[0, 0], [1, 0], [1, 6], [0, 6]] }], // prettier-ignore
  } as unknown as Piece;
  expect(linesOf(piece).map(({ id }) => id)).toEqual(["g0", "k0", "h0", "c0"]);
  // A glue area is read down its middle.
  expect(linesOf(piece)[0]).toMatchObject({ x1: 0.5, x2: 0.5, y1: 0, y2: 6 });
});

test("figures in a row never lie over one another while two levels have room", () => {
  const row = fc.array(
    fc.record({ step: fc.integer({ min: 20, max: 90 }), text: fc.constantFrom("2", "5¾") }),
  );
  fc.assert(
    fc.property(row, (steps) => {
      let x = 0;
      const figures = steps.map(({ step, text }) => ({ x: (x += step), text }));
      const levels = staggered(figures);
      figures.forEach((one, index) => {
        const before = figures.slice(0, index).filter((_, other) => levels[other] === levels[index]);
        const last = before.at(-1);
        // Each takes 34 pixels: every second one, at steps of 20, is 40 away.
        if (last) expect(one.x - last.x).toBeGreaterThanOrEqual(34);
      });
    }),
  );
});
