// What a file is written in, as its kind is called.

import type { TakenFile } from "../api/client";

/** A new kind of file stops the compiler here. */
export const MEDIA: Record<TakenFile["media"], string> = {
  svg: "SVG",
  dxf: "DXF",
  pdf: "PDF",
  png: "PNG",
  csv: "CSV",
  json: "JSON",
  fold: "FOLD",
  zip: "ZIP",
  calendar: "iCalendar",
  database: "SQLite",
};
