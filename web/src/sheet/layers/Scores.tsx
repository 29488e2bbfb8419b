// How far the scores lie from the edge.

import type { Piece } from "../../api/client";
import { FigureInSvg } from "../../words/Figure";
import { BAND, type Frame } from "../frame";
import { staggered } from "../staggered";

/** Height in pixels that the figures of the scores take above the piece. */
export const scoresTall = (frame: Frame) => (frame.compact ? BAND : 40);

/** Distances of the scores: upright lines above the piece, level ones beside it. */
export function Scores({ piece, frame, marked }: { piece: Piece; frame: Frame; marked: Set<string> }) {
  const upright = new Map<string, { x: number; at: string; marked: boolean }>();
  for (const crease of piece.creases) {
    if (crease.x1 !== crease.x2) continue;
    const known = upright.get(crease.at);
    upright.set(crease.at, {
      x: crease.x1,
      at: crease.at,
      marked: (known?.marked ?? false) || marked.has(crease.id),
    });
  }
  const y = frame.y(piece.height_mm) - 12;
  const all = [...upright.values()].sort((a, b) => a.x - b.x);
  const levels = staggered(all.map(({ x, at }) => ({ x: frame.x(x), text: at })));
  return (
    <g className="scores">
      {all.map(({ x, at, marked: on }, index) => (
        <FigureInSvg
          key={index}
          text={at}
          x={frame.x(x)}
          y={y - (levels[index] ?? 0) * 20}
          size={20}
          className={on ? "is-marked" : ""}
        />
      ))}
    </g>
  );
}
