// The papers on the shelf of which a sheet can be cut.

import { useQuery } from "@tanstack/react-query";
import { listShelf, type ShelfPaper } from "./client";

export type UsablePaper = ShelfPaper & { sheet: NonNullable<ShelfPaper["sheet"]> };

export function usePapers() {
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: listShelf });
  const papers = shelf.data?.papers.filter((paper): paper is UsablePaper => Boolean(paper.sheet)) ?? [];
  return { shelf, papers };
}
