// A small map of the unrolled pieces beside the folded bag.

import type { Fold, Piece } from "../api/client";
import { Facets } from "./Facets";
import { PieceLines } from "./PieceLines";

const EDGE = 3;
const GAP = 10;

export function PieceMap(props: {
  pieces: Piece[];
  fold: Fold;
  lit: Set<number>;
  onPoint: (facet: number | null) => void;
  width: number;
  height: number;
}) {
  const { pieces, fold, lit, onPoint, width, height } = props;
  const wide = pieces.reduce((sum, piece) => sum + piece.width_mm, 0);
  const tall = Math.max(...pieces.map((piece) => piece.height_mm));
  const free = width - EDGE * 2 - GAP * (pieces.length - 1);
  const scale = Math.min(free / (wide || 1), (height - EDGE * 2) / (tall || 1));
  const lefts = pieces.map((_, index) =>
    pieces.slice(0, index).reduce((sum, piece) => sum + piece.width_mm * scale + GAP, EDGE),
  );
  return (
    <svg
      className="piece-map"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label="The unrolled pieces; the part pointed at is hatched"
    >
      {pieces.map((piece, index) => {
        const place = {
          x: (mm: number) => (lefts[index] ?? 0) + mm * scale,
          y: (mm: number) => height - EDGE - mm * scale,
        };
        return (
          <g key={`${index} ${piece.name}`}>
            <PieceLines piece={piece} place={place} />
            <Facets fold={fold} piece={index} place={place} lit={lit} onPoint={onPoint} />
          </g>
        );
      })}
    </svg>
  );
}
