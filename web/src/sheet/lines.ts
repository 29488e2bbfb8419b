// The lines of a piece that can be read.

import type { Piece } from "../api/client";

export interface Line {
  id: string;
  says: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/** Every line that can be pointed at, from left to right, then from the bottom up. */
export function linesOf(piece: Piece): Line[] {
  const glue = piece.glue.map(({ id, says, corners }) => {
    const xs = corners.map(([x]) => x ?? 0);
    const ys = corners.map(([, y]) => y ?? 0);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    return { id, says, x1: middle, x2: middle, y1: Math.min(...ys), y2: Math.max(...ys) };
  });
  const lines = [...piece.creases, ...piece.cuts].map(({ id, says, x1, y1, x2, y2 }) => ({
    id,
    says,
    x1,
    y1,
    x2,
    y2,
  }));
  const holes = piece.holes.map(({ id, says, at: [x = 0, y = 0], half: [wide = 0] }) => {
    return { id, says, x1: x - wide, x2: x + wide, y1: y, y2: y };
  });
  return [...lines, ...holes, ...glue].sort((a, b) => a.x1 - b.x1 || a.y1 - b.y1);
}

/** The line that an arrow key goes to from the one that is read; the first or the last if none is. */
export function afterKey(lines: Line[], read: string | null, key: string): Line | null {
  const steps: Record<string, number> = { ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, ArrowUp: 1 };
  const step = steps[key];
  if (!step) return null;
  const here = lines.findIndex((line) => line.id === read);
  const next = here < 0 ? (step > 0 ? 0 : lines.length - 1) : (here + step + lines.length) % lines.length;
  return lines[next] ?? null;
}
