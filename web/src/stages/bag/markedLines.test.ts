import { expect, test } from "vitest";
import type { Plan } from "../../api/client";
import { markedLines } from "./markedLines";

const crease = (id: string, role: string) => ({ id, role });
const plan = {
  pieces: [
    {
      creases: [crease("c0", "base_line"), crease("c1", "corner"), crease("c2", "tab_line")],
      cuts: [{ id: "k0" }],
      holes: [{ id: "h0" }],
    },
    { creases: [crease("c0", "hem_line")], cuts: [], holes: [] },
  ],
  passes: [
    { piece: 0, lines: [{ creases: ["c1", "c2"] }], slants: [] },
    { piece: 0, lines: [{ creases: ["c0"] }], slants: [{ crease: "s0" }] },
    { piece: 1, lines: [{ creases: ["c0"] }], slants: [] },
  ],
} as unknown as Plan;
const marked = (
  ...rest: [number, Parameters<typeof markedLines>[2], number, Parameters<typeof markedLines>[4]]
) => [...markedLines(plan, ...rest)].toSorted();

test("while scoring, the lines of the pass that is shown stand out", () => {
  expect(marked(0, "score", 1, [])).toEqual(["c0", "s0"]);
});

test("a pass of another piece gives way to the first of the piece that is drawn", () => {
  expect(marked(1, "score", 0, [])).toEqual(["c0"]);
  expect(marked(0, "score", 2, [])).toEqual(["c1", "c2"]);
});

test("while cutting, cuts and holes stand out", () => {
  expect(marked(0, "cut", 0, [])).toEqual(["h0", "k0"]);
});

test("what a judgement is about stands out while it is pointed at, on its own piece", () => {
  expect(marked(0, "size", 0, [{ what: "tab" }])).toEqual(["c2"]);
  expect(marked(0, "size", 0, [{ what: "handle" }])).toEqual(["h0"]);
  expect(marked(0, "size", 0, [{ what: "crease", piece: 0, id: "c1" }])).toEqual(["c1"]);
  expect(marked(1, "size", 0, [{ what: "crease", piece: 0, id: "c1" }])).toEqual([]);
  expect(marked(0, "size", 0, [])).toEqual([]);
});

test("without a plan nothing stands out", () => {
  expect(markedLines(null, 0, "score", 0, [])).toEqual(new Set());
});
