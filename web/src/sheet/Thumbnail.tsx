// A small picture of a sheet and the piece on it, drawn from the net.

import type { BagSummary } from "../api/client";
import { PieceLines } from "./PieceLines";

const SIDE = 132;
const EDGE = 5;

export function Thumbnail({ bag }: { bag: BagSummary }) {
  const piece = bag.pieces[0];
  if (!piece) return <svg className="thumbnail" viewBox={`0 0 ${SIDE} ${SIDE}`} aria-hidden="true" />;
  const [sheetWide = 0, sheetTall = 0] = bag.sheet_mm;
  const wide = Math.max(sheetWide, piece.width_mm);
  const tall = Math.max(sheetTall, piece.height_mm);
  const scale = (SIDE - EDGE * 2) / Math.max(wide, tall);
  const left = (SIDE - wide * scale) / 2;
  const bottom = SIDE - (SIDE - tall * scale) / 2;
  const place = { x: (mm: number) => left + mm * scale, y: (mm: number) => bottom - mm * scale };
  return (
    <svg className="thumbnail" viewBox={`0 0 ${SIDE} ${SIDE}`} aria-hidden="true">
      <rect
        className="sheet"
        x={left}
        y={place.y(sheetTall)}
        width={sheetWide * scale}
        height={sheetTall * scale}
      />
      <PieceLines piece={piece} place={place} />
    </svg>
  );
}
