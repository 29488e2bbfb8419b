// What is told of a sheet of paper without asking anybody.

import type { Brief } from "../../../api/client";

/** A figure without a unit is meant in millimetres here, whatever the labels are in. */
export function inMillimetres(text: string): string {
  return /[a-z"″]/i.test(text) ? text : `${text} mm`;
}

/** True if a brief's sheet is cut from this paper, however it is laid. */
export function sameSheet(paper: NonNullable<Brief["sheet"]>, sheet: NonNullable<Brief["sheet"]>): boolean {
  const fields = ["width", "height", "pattern", "printed", "weight", "thickness", "grid", "rolled"] as const;
  return fields.every((field) => (paper[field] ?? null) === (sheet[field] ?? null));
}
