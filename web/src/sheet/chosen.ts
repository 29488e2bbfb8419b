// The sheet that is chosen at a door.

import type { Brief } from "../api/client";

export type Sheet = NonNullable<Brief["sheet"]>;

export interface Chosen {
  /** What the choice is called: `12×12`, or the paper's own name. */
  name: string;
  /** The number of the paper, if it is one of the shelf. */
  paper?: number;
  /** Nothing for a choice without a sheet of its own. */
  sheet: Sheet | null;
}

export const OTHER = "other";

/** The sheet people most often have. */
export const USUAL: Chosen = { name: "12×12", sheet: { width: "12 in", height: "12 in" } };

/** The sheet that was chosen, if it is typed to its end. */
export const typedSheet = ({ sheet }: Chosen) =>
  sheet && sheet.width.trim() !== "" && sheet.height.trim() !== "" ? sheet : null;

/** Which side of the sheet a field of the service's is, if it is one. */
export function sideAtFault(field: string | null | undefined): "width" | "height" | null {
  if (!field || !/(^|\.)sheet\.(width|height)$/.test(field)) return null;
  return field.endsWith("width") ? "width" : "height";
}
