// A run as it is kept and as it is being changed: one change is sent at a time, the last one wins, none is lost.

import { useIsFetching, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { cutSheets, RunDraft, spoil, tickWork } from "../../api/client";
import { runQuery } from "../../api/queries";
import { deedsHow, draftOf, RefusedDeed, runHow, type Deed } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";
import { newKey } from "../../shared/saving/key";

export function useRun(id: number) {
  const queries = useQueryClient();
  const query = useQuery(runQuery(id));
  const run = query.data;
  const keep = useSaver(`run ${id}`, run, runHow(queries, id));
  const [past, setPast] = useState<RunDraft[]>([]);
  const asked = run && (keep.asked ?? draftOf(run));
  const change = (edit: (draft: RunDraft) => RunDraft) => {
    if (!asked) return;
    setPast((before) => [...before.slice(-49), asked]);
    keep.want(edit(asked));
  };
  const back = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    keep.want(before);
  };
  /** Looks at the run as it is kept now, and drops what could not be kept. */
  const again = async () => {
    const now = await query.refetch();
    if (now.data) keep.settle(now.data);
    keep.drop();
  };
  return {
    query,
    run,
    /** As it is shown while it is being changed. */
    asked,
    change,
    back: past.length > 0 ? back : null,
    saving: keep.state === "saving",
    problem: keep.problem,
    stale: keep.state === "conflict",
    again,
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
  const left = (keep.asked ?? []).filter(
    ({ key }) => !(problem instanceof RefusedDeed && problem.key === key),
  );
  // Counted again before it is kept, it goes on from what was counted last.
  const resting = (told: Told): Told => {
    const seen = countOf(left, told);
    if (seen === undefined) return told;
    if (told.kind === "tick") return { ...told, body: { ...told.body, seen } };
    return told.kind === "cut" ? { ...told, body: { ...told.body, seen } } : told;
  };
  const tell = (told: Told) => keep.want([...left, { ...resting(told), key: newKey() }]);
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
    spoil: (body: Parameters<typeof spoil>[1]) => tell({ kind: "spoil", body }),
    undo: () => tell({ kind: "undo" }),
    /** While something is on its way, or waits, nothing else can be counted on top of it. */
    busy: state === "saving" || state === "offline" || isRead,
    problem,
    says,
    forget,
  };
}

export type RunWork = ReturnType<typeof useWork>;
