// The list of bags, page after page.

import { useInfiniteQuery } from "@tanstack/react-query";
import { bagsQuery } from "./queries";

export function useBags() {
  const pages = useInfiniteQuery(bagsQuery());
  // A bag that was saved while pages came in may be on two of them.
  const all = pages.data?.pages.flatMap((page) => page.bags);
  const seen = new Set<number>();
  const bags = all?.filter((bag) => !seen.has(bag.id) && seen.add(bag.id));
  return { pages, bags, total: pages.data?.pages.at(-1)?.total ?? 0 };
}
