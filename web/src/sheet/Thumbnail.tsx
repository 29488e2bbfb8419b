// A small picture of a bag's pieces, each on its sheet, drawn from the net.

import type { Piece } from "../api/client";
import { PieceLines } from "./PieceLines";

const EDGE = 5;
const GAP = 10;

/** `sheet` is the sheet's width and height in millimetres; without it the pieces are drawn alone. */
export function Thumbnail(props: { pieces: Piece[]; sheet?: number[]; width: number; height: number }) {
  const { pieces, sheet, width, height } = props;
  const [sheetWide = 0, sheetTall = 0] = sheet ?? [];
  // Identical pieces are drawn as often as they are cut.
  const drawn = pieces.flatMap((piece) => Array.from({ length: piece.count }, () => piece));
  const wide = drawn.reduce((sum, piece) => sum + Math.max(sheetWide, piece.width_mm), 0);
  const tall = Math.max(sheetTall, ...drawn.map((piece) => piece.height_mm));
  const free = width - EDGE * 2 - GAP * (drawn.length - 1);
  const scale = Math.min(free / (wide || 1), (height - EDGE * 2) / (tall || 1));
  const left = (width - wide * scale - GAP * (drawn.length - 1)) / 2;
  const bottom = height - (height - tall * scale) / 2;
  const lefts = drawn.map((_, index) =>
    drawn
      .slice(0, index)
      .reduce((sum, piece) => sum + Math.max(sheetWide, piece.width_mm) * scale + GAP, left),
  );
  return (
    <svg
      className="thumbnail"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      {drawn.map((piece, index) => {
        const start = lefts[index] ?? 0;
        const place = { x: (mm: number) => start + mm * scale, y: (mm: number) => bottom - mm * scale };
        return (
          <g key={index}>
            {sheet && (
              <rect
                className="sheet"
                x={start}
                y={place.y(sheetTall)}
                width={sheetWide * scale}
                height={sheetTall * scale}
              />
            )}
            <PieceLines piece={piece} place={place} />
          </g>
        );
      })}
    </svg>
  );
}
