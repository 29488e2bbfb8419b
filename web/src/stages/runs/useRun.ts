// A run as it is kept and as it is being changed: one change is sent at a time, the last one wins, none is lost.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import {
  Refused,
  changeRun,
  cutSheets,
  spoil,
  tickWork,
  undoWork,
  type Run,
  type RunDraft,
} from "../../api/client";
import { runQuery, runsQuery, shelfQuery } from "../../api/queries";

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
  // What is asked for and not kept yet.
  const [draft, setDraft] = useState<RunDraft | null>(null);
  const [past, setPast] = useState<RunDraft[]>([]);
  const keep = useMutation({
    mutationFn: (sent: { revision: number; draft: RunDraft }) => changeRun(id, sent.revision, sent.draft),
    onSuccess: (kept, sent) => {
      queries.setQueryData(runQuery(id).queryKey, kept);
      void queries.invalidateQueries(runsQuery());
      void queries.invalidateQueries(shelfQuery());
      setDraft((now) => (now === sent.draft ? null : now));
    },
  });
  const { mutate, isPending, isError, reset } = keep;
  useEffect(() => {
    if (draft && run && !isPending && !isError) mutate({ revision: run.revision, draft });
  }, [draft, run, isPending, isError, mutate]);

  const ask = (next: RunDraft) => {
    reset();
    setDraft(next);
  };
  const change = (edit: (draft: RunDraft) => RunDraft) => {
    if (!run) return;
    const now = draft ?? draftOf(run);
    setPast((before) => [...before.slice(-49), now]);
    ask(edit(now));
  };
  const back = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    ask(before);
  };
  const stale = keep.error instanceof Refused && keep.error.problem.status === 412;
  /** Looks at the run as it is kept now, and drops what could not be kept. */
  const again = async () => {
    await query.refetch();
    setDraft(null);
    reset();
  };
  return {
    query,
    run,
    /** As it is shown while it is being changed. */
    asked: run && (draft ?? draftOf(run)),
    change,
    back: past.length > 0 ? back : null,
    saving: isPending || draft !== null,
    problem: keep.error,
    stale,
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
