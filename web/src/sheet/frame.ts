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
  /** True if the piece is drawn so small that its measurements stand round it instead of on it. */
  compact: boolean;
  /** Where the origin of what is drawn lies on the sheet, from its left edge, in millimetres. */
  left: number;
  /** Pixels from the left for millimetres from that origin. */
  x: (mm: number) => number;
  /** Pixels from the top for millimetres from the sheet's bottom edge. */
  y: (mm: number) => number;
}

export const WIDE: Margins = { left: 40, right: 128, top: 46, bottom: 40 };
export const MIDDLE: Margins = { left: 42, right: 118, top: 46, bottom: 36 };
export const NARROW: Margins = { left: 42, right: 88, top: 40, bottom: 32 };

/** What a sheet and a piece laid in its corner take up, in millimetres. */
export function extent(sheet: SheetCut, piece: Piece): [number, number] {
  return [Math.max(sheet.width_mm, piece.width_mm), Math.max(sheet.height_mm, piece.height_mm)];
}

/** Smaller faces and bodies than this many pixels have no room for figures on them. */
const FACE_WITH_FIGURES = 176;
const BODY_WITH_FIGURES = 130;

/** Height in pixels that measurements above a small piece take, the scores below them included. */
export const BAND = 122;

/** The largest frame in which a piece and its sheet fit the given space. */
export function fit(sheet: SheetCut, piece: Piece, space: { width: number; height: number }): Frame {
  const margins = space.width < 460 ? NARROW : space.width < 620 ? MIDDLE : WIDE;
  const frame = scaled(extent(sheet, piece), space, margins, false);
  const face = piece.columns.find((column) => column.kind === "front" || column.kind === "back");
  const body = piece.rows.find((row) => row.kind === "body");
  const pixels = (part?: { from_mm: number; to_mm: number }) =>
    part ? (part.to_mm - part.from_mm) * frame.scale : 0;
  if (pixels(face) >= FACE_WITH_FIGURES && pixels(body) >= BODY_WITH_FIGURES) return frame;
  const above = Math.max(0, sheet.height_mm - piece.height_mm) * frame.scale + margins.top;
  const top = margins.top + Math.max(0, BAND - above);
  return scaled(extent(sheet, piece), space, { ...margins, top }, true);
}

function scaled(
  [wide, tall]: [number, number],
  space: { width: number; height: number },
  margins: Margins,
  compact: boolean,
): Frame {
  const across = (space.width - margins.left - margins.right) / wide;
  const up = (space.height - margins.top - margins.bottom) / tall;
  const scale = Math.max(0.1, Math.min(across, up));
  const width = wide * scale + margins.left + margins.right;
  const height = tall * scale + margins.top + margins.bottom;
  return {
    scale,
    width,
    height,
    margins,
    compact,
    left: 0,
    x: (mm) => margins.left + mm * scale,
    y: (mm) => height - margins.bottom - mm * scale,
  };
}

/** Moves places apart until they are `gap` from one another, as little as it takes, between `least` and `most`. */
export function spread(places: number[], gap: number, least: number, most: number): number[] {
  const order = places.map((_, index) => index).toSorted((a, b) => places[a]! - places[b]!);
  const moved = [...places];
  let floor = least;
  for (const index of order) {
    moved[index] = Math.max(moved[index]!, floor);
    floor = moved[index]! + gap;
  }
  let ceiling = most;
  for (const index of order.toReversed()) {
    moved[index] = Math.min(moved[index]!, ceiling);
    ceiling = moved[index]! - gap;
  }
  return moved;
}

/** The same frame for a piece that does not lie in the corner of its sheet. */
export function shifted(frame: Frame, left: number, bottom: number): Frame {
  return { ...frame, left, x: (mm) => frame.x(mm + left), y: (mm) => frame.y(mm + bottom) };
}
