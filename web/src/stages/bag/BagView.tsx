// One bag: a page that loads it.

import { useQuery } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { Link, useParams } from "react-router";
import { Refused } from "../../api/client";
import { FRESH, bagQuery } from "../../api/queries";
import { savers } from "../../shared/saving/savers";
import { Workbench } from "./Workbench";

/** True if nobody answered: that says nothing about the bag. */
const unheard = (error: Error | null) =>
  error !== null && !(error instanceof Refused && error.problem.status === 404);

export function BagView() {
  const id = Number(useParams().id);
  // A service that does not answer may be started again: then the bag comes by itself.
  const refetchInterval = ({ state }: { state: { error: Error | null } }) =>
    unheard(state.error) ? 2000 : false;
  const query = useQuery({ ...bagQuery(id), ...FRESH, refetchInterval });
  const unkept = useSyncExternalStore(savers.follow, savers.snapshot);
  if (query.error) {
    const isUnkept =
      unkept.some(({ name }) => name === `bag ${id}`) || savers.places.names().includes(`bag ${id}`);
    return (
      <main className="page">
        <h1>{unheard(query.error) ? "The bag cannot be shown now" : "This bag is not here"}</h1>
        <p role="status">{query.error.message}</p>
        {unheard(query.error) && (
          <p>
            It is shown as soon as there is an answer.
            {isUnkept &&
              " What you changed and was not saved yet is kept in this browser, and is saved then."}
          </p>
        )}
        <Link to="/">Back to all bags</Link>
      </main>
    );
  }
  // What another page has read of it may be older than what is kept.
  if (!query.data || !query.isFetchedAfterMount) return <main className="page" aria-busy="true" />;
  return <Workbench key={id} bag={query.data} />;
}
