// What a brief's sheet is like, as far as drawings ask.

import type { Brief } from "../api/client";

type Sheet = NonNullable<Brief["sheet"]>;

/** A new way in which a pattern may lie stops the compiler here. */
const HAS_UP: Record<NonNullable<Sheet["pattern"]>, boolean> = { up: true, all_over: false };

/** True if there is a sheet, and its pattern has an up. */
export const hasUp = (sheet: Sheet | undefined): sheet is Sheet =>
  sheet !== undefined && HAS_UP[sheet.pattern ?? "up"];
