// The papers on the shelf of which a sheet can be cut.

import { useQuery } from "@tanstack/react-query";
import { type ShelfPaper } from "./client";
import { shelfQuery } from "./queries";

export type UsablePaper = ShelfPaper & { sheet: NonNullable<ShelfPaper["sheet"]> };

export function usePapers() {
  const shelf = useQuery(shelfQuery());
  const papers = shelf.data?.papers.filter((paper): paper is UsablePaper => Boolean(paper.sheet)) ?? [];
  return { shelf, papers };
}
