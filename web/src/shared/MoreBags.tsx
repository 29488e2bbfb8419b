// The end of a page of bags, and the way to the next.

import { Button } from "react-bootstrap";
import type { useBags } from "../api/useBags";

export function MoreBags({ list }: { list: ReturnType<typeof useBags> }) {
  const { pages, bags, total } = list;
  if (!pages.hasNextPage) return null;
  return (
    <p className="more-bags">
      <span>
        {bags?.length ?? 0} of {total} bags
      </span>
      <Button variant="remedy" disabled={pages.isFetching} onClick={() => pages.fetchNextPage()}>
        {pages.isFetchingNextPage ? "Fetching more…" : "Show more"}
      </Button>
    </p>
  );
}
