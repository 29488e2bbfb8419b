// From millimetres on the sheet to pixels on the screen.

import type { Piece, SheetCut } from "../api/client";

/** Room kept free round the sheet for rulers, figures and measurements, in pixels. */
export interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** A drawing's frame: everything is drawn to one scale, y running up from the sheet's bottom edge. */
export interface Frame {
  /** Pixels to the millimetre. */
  scale: number;
  width: number;
  height: number;
  margins: Margins;
  /** Pixels from the left for millimetres from the sheet's left edge. */
  x: (mm: number) => number;
  /** Pixels from the top for millimetres from the sheet's bottom edge. */
  y: (mm: number) => number;
}

export const WIDE: Margins = { left: 40, right: 128, top: 46, bottom: 40 };
export const NARROW: Margins = { left: 36, right: 74, top: 40, bottom: 32 };

/** What a sheet and a piece laid in its corner take up, in millimetres. */
export function extent(sheet: SheetCut, piece: Piece): [number, number] {
  return [Math.max(sheet.width_mm, piece.width_mm), Math.max(sheet.height_mm, piece.height_mm)];
}

/** The largest frame in which a plan fits the given space. */
export function fit([wide, tall]: [number, number], space: { width: number; height: number }): Frame {
  const margins = space.width < 620 ? NARROW : WIDE;
  const scale = Math.max(
    0.1,
    Math.min(
      (space.width - margins.left - margins.right) / wide,
      (space.height - margins.top - margins.bottom) / tall,
    ),
  );
  const width = wide * scale + margins.left + margins.right;
  const height = tall * scale + margins.top + margins.bottom;
  return {
    scale,
    width,
    height,
    margins,
    x: (mm) => margins.left + mm * scale,
    y: (mm) => height - margins.bottom - mm * scale,
  };
}
