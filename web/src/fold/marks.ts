// What is drawn on the paper in space: which sheet a part of the bag comes from, by its letter and a hatching of its own,
// and where the pattern's up points.

import type { Facet } from "../api/client";
import type { Vec3 } from "./vec3";

type Spot = [number, number];
export type Segment = [Vec3, Vec3];

/** Millimetres between two lines of a hatching. */
const APART = 11;

/** The normal of the lines of every hatching; the first sheet has none. */
const HATCHES: Spot[][] = [
  [],
  [[Math.SQRT1_2, Math.SQRT1_2]],
  [[Math.SQRT1_2, -Math.SQRT1_2]],
  [[0, 1]],
  [[1, 0]],
  [
    [Math.SQRT1_2, Math.SQRT1_2],
    [Math.SQRT1_2, -Math.SQRT1_2],
  ],
];

/** Letters as strokes in a box one wide and one and a half high. */
const LETTERS: string[] = [
  "0 0 .5 1.5 1 0;.2 .6 .8 .6",
  "0 0 0 1.5 .8 1.4 .8 .85 0 .8 1 .7 1 .1 0 0",
  "1 1.3 .5 1.5 0 1 0 .5 .5 0 1 .2",
  "0 0 0 1.5 .6 1.4 1 .75 .6 .1 0 0",
  "1 0 0 0 0 1.5 1 1.5;0 .8 .7 .8",
  "0 0 0 1.5 1 1.5;0 .8 .7 .8",
  "1 1.3 .5 1.5 0 1 0 .5 .5 0 1 .3 1 .7 .6 .7",
  "0 0 0 1.5;1 0 1 1.5;0 .75 1 .75",
];

export const letterOf = (sheet: number) => String.fromCharCode(65 + (sheet % 26));

/** The part of a line `normal · p = at` inside a convex polygon. */
function clipped(polygon: Spot[], normal: Spot, at: number): [Spot, Spot] | null {
  const hits: Spot[] = [];
  polygon.forEach((a, index) => {
    const b = polygon[(index + 1) % polygon.length] ?? a;
    const [da, db] = [a, b].map(([x, y]) => normal[0] * x + normal[1] * y - at) as Spot;
    if (da * db < 0) {
      const share = da / (da - db);
      hits.push([a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]);
    }
  });
  const [first, second] = hits;
  return first && second ? [first, second] : null;
}

/** From the paper to space: the same shares of two of the facet's edges. */
export function toSpace(flat: Spot[], corners: Vec3[]): ((spot: Spot) => Vec3) | null {
  const [a, b] = flat;
  const third = flat.findIndex(
    (c) => a && b && Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) > 1e-3,
  );
  const c = flat[third];
  const [pa, pb, pc] = [corners[0], corners[1], corners[third]];
  if (!a || !b || !c || !pa || !pb || !pc) return null;
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]];
  const det = ux * vy - uy * vx;
  return ([x, y]) => {
    const [dx, dy] = [x - a[0], y - a[1]];
    const [p, q] = [(dx * vy - dy * vx) / det, (ux * dy - uy * dx) / det];
    const along = (axis: 0 | 1 | 2) => pa[axis] + p * (pb[axis] - pa[axis]) + q * (pc[axis] - pa[axis]);
    return [along(0), along(1), along(2)];
  };
}

export type Marks<Line> = { hatch: Line[]; letter: Line[]; up: Line[] };

/** The hatching of a facet that is seen from outside, its sheet's letter where there is room, and an arrow up the pattern. */
export function marksOn(facet: Facet, corners: Vec3[]): Marks<Segment> {
  const flat = facet.flat as Spot[];
  const place = toSpace(flat, corners);
  if (!place) return { hatch: [], letter: [], up: [] };
  const up = facet.shows_up ? arrowOn(flat, place) : [];
  if (typeof facet.sheet !== "number") return { hatch: [], letter: [], up };
  const hatch: Segment[] = [];
  for (const normal of HATCHES[facet.sheet % HATCHES.length] ?? []) {
    const reach = flat.map(([x, y]) => normal[0] * x + normal[1] * y);
    const start = Math.ceil(Math.min(...reach) / APART) * APART;
    for (let at = start; at < Math.max(...reach); at += APART) {
      const line = clipped(flat, normal, at);
      if (line) hatch.push([place(line[0]), place(line[1])]);
    }
  }
  return { hatch, letter: facet.shows_up ? letterOn(flat, facet.sheet, place) : [], up };
}

/** The box round a facet on its sheet, and the line that its marks stand on: clear of a tie or a clip down the middle. */
function box(flat: Spot[]) {
  const xs = flat.map(([x]) => x);
  const ys = flat.map(([, y]) => y);
  const [left, bottom] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - bottom];
  return { bottom, width, height, middle: left + width / 4 };
}

/** From the middle of the facet a fifth of its height up. */
function arrowOn(flat: Spot[], place: (spot: Spot) => Vec3): Segment[] {
  const { bottom, width, height, middle } = box(flat);
  const [foot, tip] = [bottom + height / 2, bottom + height * 0.7];
  const barb = Math.min(height * 0.06, width * 0.15);
  const line = (from: Spot, to: Spot): Segment => [place(from), place(to)];
  return [
    line([middle, foot], [middle, tip]),
    ...[-1, 1].map((side) => line([middle + side * barb * 0.6, tip - barb], [middle, tip])),
  ];
}

function letterOn(flat: Spot[], sheet: number, place: (spot: Spot) => Vec3): Segment[] {
  const { bottom, width, height, middle } = box(flat);
  const size = Math.min(16, width * 0.4, height * 0.25);
  const strokes = LETTERS[sheet];
  if (size < 4 || !strokes) return [];
  const [x0, y0] = [middle - size / 2, bottom + height * 0.12];
  return strokes.split(";").flatMap((stroke) => {
    const figures = stroke.split(" ").map(Number);
    const spots: Spot[] = [];
    for (let i = 0; i + 1 < figures.length; i += 2)
      spots.push([x0 + (figures[i] ?? 0) * size, y0 + (figures[i + 1] ?? 0) * size]);
    return spots.slice(1).map((spot, index): Segment => [place(spots[index] ?? spot), place(spot)]);
  });
}
