// What is pointed at on the folded bag.

import type { Fold } from "../api/client";

/** What a part of the folded bag is called, and which of its faces is seen. */
export function nameOf(fold: Fold, index: number, outside: boolean): string {
  const fitting = fold.fittings.facets[index - fold.facets.length]?.name;
  if (fitting) return `${fitting[0]?.toUpperCase()}${fitting.slice(1)}.`;
  const text = fold.facets[index]?.name ?? "";
  return `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}, ${outside ? "outside" : "inside"} face.`;
}
