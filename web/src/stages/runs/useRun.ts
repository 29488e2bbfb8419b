// A run as it is kept and as it is being changed: one change is sent at a time, the last one wins, none is lost.

import { useIsFetching, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { cutSheets, spoil, tickWork } from "../../api/client";
import { runQuery } from "../../api/queries";
import { deedsHow, draftOf, RefusedDeed, runHow, type Deed } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";
import { useChanges } from "../../shared/useHistory";
import { newKey } from "../../shared/saving/key";

export function useRun(id: number) {
  const queries = useQueryClient();
  const query = useQuery(runQuery(id));
  const run = query.data;
  const keep = useSaver(`run ${id}`, run, runHow(queries, id));
  const asked = run && (keep.asked ?? draftOf(run));
  const { change, undo, redo, remember } = useChanges(`run ${id}`, asked, keep.want, keep.keptAs);
  /** Looks at the run as it is kept now, and drops what could not be kept; undo brings that back. */
  const theirs = async () => {
    const now = await query.refetch();
    if (asked) remember(asked);
    if (now.data) keep.settle(now.data);
    keep.drop();
  };
  /** Keeps what is asked for here over what was kept meanwhile; undo brings that back. */
  const mine = async () => {
    const now = await query.refetch();
    if (!now.data || !asked) return;
    remember(draftOf(now.data));
    keep.settle(now.data);
    keep.want(asked);
  };
  return {
    query,
    run,
    /** As it is shown while it is being changed. */
    asked,
    change,
    undo,
    redo,
    saving: keep.state === "saving",
    problem: keep.problem,
    stale: keep.state === "conflict",
    theirs,
    mine,
  };
}

/** What is told of something that was done, without its key. */
type Told = Deed extends infer One ? (One extends Deed ? Omit<One, "key"> : never) : never;

/** What was last counted of the same among what is not kept yet. */
function countOf(deeds: Told[], of: Told): number | undefined {
  for (const deed of deeds.toReversed()) {
    if (deed.kind === "tick" && of.kind === "tick") {
      if (deed.body.line === of.body.line && deed.body.key === of.body.key) return deed.body.done;
    }
    if (deed.kind === "cut" && of.kind === "cut") {
      if (deed.body.list === of.body.list && deed.body.lot === of.body.lot) return deed.body.done;
    }
  }
  return undefined;
}

/** Work on a run: whatever is done is kept, one after the other, then the run is looked at again. */
export function useWork(id: number) {
  const queries = useQueryClient();
  const [says, setSays] = useState<string | null>(null);
  const [none] = useState<Deed[]>([]);
  const how = deedsHow(queries, id, (undone) => setSays(`Undone: ${undone}.`));
  const keep = useSaver(`deeds ${id}`, none, how);
  const { problem, state } = keep;
  // What cannot have been done is left out; what was done after it goes on.
  const leftOf = (deeds: Deed[] | null) =>
    (deeds ?? []).filter(({ key }) => !(problem instanceof RefusedDeed && problem.key === key));
  const left = leftOf(keep.asked);
  // Counted again before it is kept, it goes on from what was counted last.
  const resting = (told: Told, before: Deed[]): Told => {
    const seen = countOf(before, told);
    if (seen === undefined) return told;
    if (told.kind === "tick") return { ...told, body: { ...told.body, seen } };
    return told.kind === "cut" ? { ...told, body: { ...told.body, seen } } : told;
  };
  // Two may be told at one press: the second goes on from the first, which no view has shown yet.
  const tell = (told: Told) => {
    const before = leftOf(keep.latest());
    keep.want([...before, { ...resting(told, before), key: newKey() }]);
  };
  /** The run as it is looked at here: what is meant is meant of that. */
  const seen = () => queries.getQueryData(runQuery(id).queryKey);
  const isRead = useIsFetching(runQuery(id)) > 0;
  const forget = () => {
    setSays(null);
    if (!(problem instanceof RefusedDeed)) return;
    keep.drop();
    if (left.length > 0) keep.want(left);
    void queries.invalidateQueries(runQuery(id));
  };
  return {
    /** How often work was said to be done, or sheets to be cut, that is not kept yet. */
    told: (of: Told) => countOf(left, of),
    tick: (body: Parameters<typeof tickWork>[1]) => tell({ kind: "tick", body }),
    cut: (body: Parameters<typeof cutSheets>[1]) => tell({ kind: "cut", body }),
    spoil: (body: Parameters<typeof spoil>[1]) =>
      tell({ kind: "spoil", body: { ...body, revision: seen()?.revision } }),
    /** Undoes what was done last as it is seen here; while something is not kept yet, that. */
    undo: () => {
      const last = leftOf(keep.latest()).length === 0 ? seen()?.last_number : undefined;
      tell(typeof last === "number" ? { kind: "undo", of: last } : { kind: "undo" });
    },
    /** While something is on its way, or waits, nothing else can be counted on top of it. */
    busy: state === "saving" || state === "offline" || isRead,
    problem,
    says,
    forget,
  };
}

export type RunWork = ReturnType<typeof useWork>;
