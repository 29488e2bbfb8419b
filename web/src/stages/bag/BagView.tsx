// One bag: a page that loads it.

import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { FRESH, bagQuery } from "../../api/queries";
import { Workbench } from "./Workbench";

export function BagView() {
  const id = Number(useParams().id);
  const query = useQuery({ ...bagQuery(id), ...FRESH });
  if (query.error) {
    return (
      <main className="page">
        <h1>This bag is not here</h1>
        <p>{query.error.message}</p>
        <Link to="/">Back to all bags</Link>
      </main>
    );
  }
  // What another page has read of it may be older than what is kept.
  if (!query.data || !query.isFetchedAfterMount) return <main className="page" aria-busy="true" />;
  return <Workbench key={id} bag={query.data} />;
}
