// A run as it is kept and as it is being changed: one change is sent at a time, the last one wins, none is lost.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { changeRun, cutSheets, spoil, tickWork, undoWork, type Run, type RunDraft } from "../../api/client";
import { runQuery, runsQuery, shelfQuery } from "../../api/queries";
import { useSaver } from "../../shared/saving/useSaver";

/** What is asked for in a run, without what follows from it. */
export function draftOf(run: Run): RunDraft {
  return {
    name: run.name,
    date: run.date,
    lines: run.lines.map(({ line, bag, copies, paper, side_paper }) => ({
      line,
      bag,
      copies,
      paper: paper ?? null,
      side_paper: side_paper ?? null,
    })),
    evenings: run.evenings.evenings.map(({ date, minutes }) => ({ date, minutes })),
    holds: run.holds,
    archived: run.archived,
  };
}

export function useRun(id: number) {
  const queries = useQueryClient();
  const query = useQuery(runQuery(id));
  const run = query.data;
  const keep = useSaver<RunDraft, Run>(run, {
    of: draftOf,
    send: (draft, kept) => changeRun(id, kept.revision, draft),
    onKept: (kept) => {
      queries.setQueryData(runQuery(id).queryKey, kept);
      void queries.invalidateQueries(runsQuery());
      void queries.invalidateQueries(shelfQuery());
    },
  });
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

/** Work on a run: whatever is done is kept, then the run is looked at again. */
export function useWork(id: number) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<Error | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const after = {
    onMutate: () => setProblem(null),
    onError: (error: Error) => setProblem(error),
    onSettled: async () => {
      await queries.invalidateQueries(runQuery(id));
      void queries.invalidateQueries(shelfQuery());
    },
  };
  const tick = useMutation({
    mutationFn: (body: Parameters<typeof tickWork>[1]) => tickWork(id, body),
    ...after,
  });
  const cut = useMutation({
    mutationFn: (body: Parameters<typeof cutSheets>[1]) => cutSheets(id, body),
    ...after,
  });
  const spoiled = useMutation({
    mutationFn: (body: Parameters<typeof spoil>[1]) => spoil(id, body),
    ...after,
  });
  const undo = useMutation({
    mutationFn: () => undoWork(id),
    ...after,
    onSuccess: (undone) => setSays(`Undone: ${undone.says}.`),
  });
  return {
    tick: tick.mutate,
    cut: cut.mutate,
    spoil: spoiled.mutate,
    undo: () => undo.mutate(),
    busy: tick.isPending || cut.isPending || spoiled.isPending || undo.isPending,
    problem,
    says,
    forget: () => (setProblem(null), setSays(null)),
  };
}

export type RunWork = ReturnType<typeof useWork>;
