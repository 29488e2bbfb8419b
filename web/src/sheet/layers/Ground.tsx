// The sheet itself, and what reaches past it.

import type { Piece, SheetCut } from "../../api/client";
import type { Frame } from "../frame";

export function Ground({ sheet, frame }: { sheet: SheetCut; frame: Frame }) {
  return (
    <rect
      className="sheet"
      x={frame.x(0)}
      y={frame.y(sheet.height_mm)}
      width={sheet.width_mm * frame.scale}
      height={sheet.height_mm * frame.scale}
    />
  );
}

/** What reaches past the sheet, hatched. */
export function Overhang({ sheet, piece, frame }: { sheet: SheetCut; piece: Piece; frame: Frame }) {
  const [right = 0, up = 0] = sheet.overhang_mm;
  return (
    <g className="overhang" aria-hidden="true">
      {right > 0 && (
        <rect
          x={frame.x(sheet.width_mm)}
          y={frame.y(piece.height_mm)}
          width={right * frame.scale}
          height={piece.height_mm * frame.scale}
        />
      )}
      {up > 0 && (
        <rect
          x={frame.x(0)}
          y={frame.y(piece.height_mm)}
          width={piece.width_mm * frame.scale}
          height={up * frame.scale}
        />
      )}
      {(right > 0 || up > 0) && (
        <rect
          className="sheet-edge"
          x={frame.x(0)}
          y={frame.y(sheet.height_mm)}
          width={sheet.width_mm * frame.scale}
          height={sheet.height_mm * frame.scale}
        />
      )}
    </g>
  );
}
