// All runs, and the line on which the next one is begun.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { Button } from "react-bootstrap";
import { Link, useNavigate } from "react-router";
import { addRun, copyRun, deleteRun, listRuns, restoreRun } from "../../api/client";
import { runsQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { PageHead } from "../../drawings/PageHead";
import { ToolButton } from "../../drawings/ToolButton";
import { UndoToast } from "../../drawings/UndoToast";
import { inDays, spokenDay } from "../../shared/days";

type Summary = Awaited<ReturnType<typeof listRuns>>["runs"][number];

export function RunsView() {
  const queries = useQueryClient();
  const go = useNavigate();
  const runs = useQuery(runsQuery());
  const [gone, setGone] = useState<Summary | null>(null);
  const refresh = () => queries.invalidateQueries(runsQuery());
  const remove = useMutation({
    mutationFn: (run: Summary) => deleteRun(run.id),
    onSuccess: (_, run) => (setGone(run), refresh()),
  });
  const restore = useMutation({ mutationFn: restoreRun, onSuccess: () => (setGone(null), refresh()) });
  const copy = useMutation({ mutationFn: copyRun, onSuccess: (run) => go(`/runs/${run.id}`) });
  const problem = remove.error ?? restore.error ?? copy.error;
  const live = runs.data?.runs.filter((run) => !run.archived) ?? [];
  const away = runs.data?.runs.filter((run) => run.archived) ?? [];
  const slip = (run: Summary) => (
    <li key={run.id} className="run-slip">
      <Link to={`/runs/${run.id}`}>
        <strong>{run.name}</strong>
        <span className="run-when">
          {run.when}, {spokenDay(run.date)}
        </span>
        <span>{run.says || "Nothing is on it yet."}</span>
      </Link>
      <span className="run-tools">
        <ToolButton icon="copy" name={`Plan ${run.name} once more`} onClick={() => copy.mutate(run.id)} />
        <ToolButton icon="bin" name={`Delete ${run.name}`} onClick={() => remove.mutate(run)} />
      </span>
    </li>
  );
  return (
    <div className="shelf">
      <PageHead title="Runs" />
      <main>
        <NewRun first={runs.data?.runs.length === 0} />
        <Failed asked={runs} what="The runs" />
        {problem && (
          <p className="alarm" role="alert">
            {problem.message}
          </p>
        )}
        <ul className="run-slips" aria-label="Runs">
          {live.map(slip)}
        </ul>
        {(runs.data?.unreadable.length ?? 0) > 0 && (
          <p className="alarm">
            {runs.data?.unreadable.length} of the runs were kept by another version and cannot be read.
          </p>
        )}
        {away.length > 0 && (
          <details className="run-away">
            <summary>Put away: {away.length}</summary>
            <ul className="run-slips" aria-label="Runs put away">
              {away.map(slip)}
            </ul>
          </details>
        )}
      </main>
      <UndoToast
        says={gone && `“${gone.name}” is deleted. What was cut for it stays cut.`}
        onBack={() => gone && restore.mutate(gone.id)}
        onClose={() => setGone(null)}
      />
    </div>
  );
}

function NewRun({ first }: { first: boolean }) {
  const go = useNavigate();
  const [name, setName] = useState("");
  const [date, setDate] = useState(inDays(7));
  const add = useMutation({ mutationFn: addRun, onSuccess: (run) => go(`/runs/${run.id}`) });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate({ name, date, lines: [], evenings: [], holds: true, archived: false });
  };
  return (
    <form className="new-run" onSubmit={submit}>
      <h2>{first ? "Many bags by a day: the first run" : "A new run"}</h2>
      <p>
        A run says what to cut, score, fold and glue for many bags at once, what paper is missing, and what is
        done on which evening.
      </p>
      <div className="new-run-blanks">
        <label>
          <span>What for</span>
          <input
            value={name}
            maxLength={120}
            placeholder="Kiln opening"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label>
          <span>Done by</span>
          <input type="date" value={date} onChange={(event) => setDate(event.target.value)} />
        </label>
        <Button type="submit" disabled={add.isPending}>
          Begin it
        </Button>
      </div>
      <p className="new-bag-problem" role="alert">
        {add.error?.message}
      </p>
    </form>
  );
}
