// From the bag in space to the drawing: turned, then looked at from far away, so that parallel edges stay parallel.

import type { Facet } from "../api/client";
import type { Vec3 } from "./vec3";
import { type Marks, marksOn, toSpace } from "./marks";

/** How the bag is turned towards the one who looks, in degrees. */
export interface Turn {
  /** About the upright axis. */
  yaw: number;
  /** Tipped towards the one who looks. */
  pitch: number;
}

/** A facet as it is drawn. */
export interface Drawn {
  index: number;
  /** Corners on the drawing, y down, in millimetres. */
  corners: [number, number][];
  /** Corners after turning, and the normal of its outside face. */
  space: Vec3[];
  plane: Vec3;
  /** Nearness to the one who looks. */
  depth: number;
  /** True if its outside face is seen. */
  outside: boolean;
  /** How squarely it faces the one who looks, from 0 to 1. */
  facing: number;
  /** Edges of the holes in it. */
  holes: [number, number][][];
  /** True if it is no part of the bag's paper. */
  fitting: boolean;
  /** True for what lies in the bag, seen through the paper. */
  through: boolean;
  /** Hatching and letter of the sheet it comes from, and the pattern's up. */
  marks: Marks<Stroke>;
}

type Stroke = [[number, number], [number, number]];

const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const add = (a: Vec3, b: Vec3, by = 1): Vec3 => [a[0] + b[0] * by, a[1] + b[1] * by, a[2] + b[2] * by];

/** Normal of a polygon on the side from which its corners run anticlockwise (Newell's sum), one millimetre long. */
export function normal(corners: Vec3[]): Vec3 {
  const sum: Vec3 = [0, 0, 0];
  corners.forEach((a, index) => {
    const b = corners[(index + 1) % corners.length] ?? a;
    sum[0] += (a[1] - b[1]) * (a[2] + b[2]);
    sum[1] += (a[2] - b[2]) * (a[0] + b[0]);
    sum[2] += (a[0] - b[0]) * (a[1] + b[1]);
  });
  const length = Math.hypot(...sum) || 1;
  return [sum[0] / length, sum[1] / length, sum[2] / length];
}

export function rotate([x, y, z]: Vec3, { yaw, pitch }: Turn): Vec3 {
  const [cy, sy] = [Math.cos((yaw * Math.PI) / 180), Math.sin((yaw * Math.PI) / 180)];
  const [cp, sp] = [Math.cos((pitch * Math.PI) / 180), Math.sin((pitch * Math.PI) / 180)];
  const [x1, z1] = [x * cy + z * sy, -x * sy + z * cy];
  return [x1, y * cp - z1 * sp, y * sp + z1 * cp];
}

/** A polygon moved off its plane towards its outside face, so that layers can be told apart. */
export function lifted(corners: Vec3[], by: number): Vec3[] {
  const away = normal(corners);
  return corners.map((corner) => add(corner, away, by));
}

/** Facets of one pose as they are drawn, the farthest first; `apart` from 0 to 1 tells how far layers stand apart. */
export function project(facets: Facet[], pose: number[][][], turn: Turn, apart = 1): Drawn[] {
  const drawn = facets.map((facet, index): Drawn => {
    const raw = (pose[index] ?? []) as Vec3[];
    const away = normal(raw);
    const corners = raw.map((corner) => rotate(add(corner, away, facet.lift * apart), turn));
    const plane = rotate(away, turn);
    const facing = plane[2];
    const count = corners.length || 1;
    const middle = corners.reduce((sum, corner) => add(sum, corner, 1 / count), [0, 0, 0] as Vec3);
    const marks = marksOn(facet, raw);
    const stroke = (line: Vec3[]) =>
      line.map((spot) => {
        const [x, y] = rotate(add(spot, away, facet.lift * apart), turn);
        return [x, -y];
      }) as Stroke;
    const onPaper = facet.holes.length > 0 ? toSpace(facet.flat as [number, number][], raw) : null;
    const holes = facet.holes.map((edge) =>
      edge.flatMap(([x = 0, y = 0]): [number, number][] => {
        const spot = onPaper?.([x, y]);
        if (!spot) return [];
        const [sx, sy] = rotate(add(spot, away, facet.lift * apart), turn);
        return [[sx, -sy]];
      }),
    );
    return {
      index,
      corners: corners.map(([x, y]) => [x, -y]),
      space: corners,
      plane,
      depth: middle[2],
      outside: facing > 0,
      facing: Math.abs(facing),
      holes,
      fitting: Boolean(facet.what),
      through: facet.what === "gift",
      marks: { hatch: marks.hatch.map(stroke), letter: marks.letter.map(stroke), up: marks.up.map(stroke) },
    };
  });
  // What lies in the bag is drawn over it, seen through the paper: of that only what looks this way.
  const within = drawn.filter((facet) => facet.through && facet.outside);
  return [...farthestFirst(drawn.filter((facet) => !facet.through)), ...within];
}

/** Puts projected corners into the middle of a drawing, as large as fits: a function from a corner to its place, to a tenth of a pixel. */
export function placeIn(drawn: Drawn[], size: { width: number; height: number }, margin: number) {
  const xs = drawn.flatMap((facet) => facet.corners.map(([x]) => x));
  const ys = drawn.flatMap((facet) => facet.corners.map(([, y]) => y));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const across = (size.width - margin * 2) / (right - left || 1);
  const down = (size.height - margin * 2) / (bottom - top || 1);
  const scale = Math.min(across, down);
  const tenth = (pixels: number) => Math.round(pixels * 10) / 10;
  return ([x, y]: [number, number]): [number, number] => {
    const px = (x - (left + right) / 2) * scale + size.width / 2;
    const py = (y - (top + bottom) / 2) * scale + size.height / 2;
    return [tenth(px), tenth(py)];
  };
}

const dot = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Distances below this many millimetres are rounding. */
const ROUNDING = 0.01;

/** True if what `back` hides may be hidden by `front`, but not the other way round: their planes tell. */
function isBehind(back: Drawn, front: Drawn): boolean {
  const away = (from: Drawn, points: Vec3[]) => {
    const toViewer = from.plane[2] < 0 ? -1 : 1;
    const start = from.space[0];
    return start ? points.map((point) => toViewer * dot(from.plane, sub(point, start))) : [];
  };
  const square = (drawn: Drawn) => drawn.facing > 1e-3;
  const behind = square(front) ? away(front, back.space) : [];
  if (behind.length > 0 && behind.every((d) => d <= ROUNDING) && behind.some((d) => d < -ROUNDING))
    return true;
  const before = square(back) ? away(back, front.space) : [];
  return before.length > 0 && before.every((d) => d >= -ROUNDING) && before.some((d) => d > ROUNDING);
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The box round what is drawn of a facet. */
function boxOf({ corners }: Drawn): Box {
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (const [x, y] of corners) {
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  }
  return box;
}

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right - ROUNDING &&
  b.left < a.right - ROUNDING &&
  a.top < b.bottom - ROUNDING &&
  b.top < a.bottom - ROUNDING;

/** Painter's order: whatever lies behind something else is drawn before it; ties and knots go by depth. */
function farthestFirst(drawn: Drawn[]): Drawn[] {
  const waiting = drawn.toSorted((a, b) => a.depth - b.depth);
  const boxes = new Map(drawn.map((one) => [one, boxOf(one)]));
  const hidden = (back: Drawn, front: Drawn) =>
    back !== front && overlap(boxes.get(back)!, boxes.get(front)!) && isBehind(back, front);
  const blockers = new Map(
    waiting.map((front) => [front, new Set(waiting.filter((back) => hidden(back, front)))]),
  );
  const order: Drawn[] = [];
  while (waiting.length > 0) {
    const free = waiting.findIndex((one) => blockers.get(one)?.size === 0);
    const [next] = waiting.splice(Math.max(free, 0), 1);
    if (!next) break;
    order.push(next);
    blockers.forEach((behind) => behind.delete(next));
  }
  return order;
}
