// The work on a run, batched: every setting of the fence once, then every kind of work once. Ticked off by count.

import { Button } from "react-bootstrap";
import { Link } from "react-router";
import type { Run, RunBatch, RunTask } from "../../api/client";
import { CountField } from "../../drawings/CountField";
import { Figure } from "../../words/Figure";
import { LaidPiece } from "./LaidPiece";
import { UndoLast } from "./UndoLast";
import type { RunWork } from "./useRun";
import { entriesOf } from "../../words/entries";
import { WORK_HEADS } from "../../words/stages";

export function WorkByStage({ run, work }: { run: Run; work: RunWork }) {
  const sheets = run.lists.flatMap((list) => list.lots);
  const [cut, all] = [sum(sheets.map((one) => one.done)), sum(sheets.map((one) => one.of))];
  if (run.lines.length === 0) return <p>Nothing is on the run yet.</p>;
  return (
    <>
      <UndoLast run={run} work={work} />
      <p>
        First the sheets: {cut} of {all} cut. <Link to="?part=sheets">Cut them</Link>
      </p>
      {entriesOf(WORK_HEADS).map(([stage, name]) => {
        const own = run.work.filter((batch) => batch.stage === stage);
        return (
          name !== null &&
          own.length > 0 && (
            <section key={stage} aria-label={name} className="work-stage">
              <h2>
                {name}{" "}
                <small>
                  {sum(own.map((batch) => batch.done))} of {sum(own.map((batch) => batch.of))}
                </small>
              </h2>
              {stage === "score" && <p>{run.settings.says}</p>}
              <ol className="batches">
                {/* One kind of work may be taken up twice, where bags differ in their order. */}
                {own.map((batch, place) => (
                  <Batch key={`${place} ${batch.title}`} batch={batch} work={work} />
                ))}
              </ol>
            </section>
          )
        );
      })}
    </>
  );
}

const sum = (figures: number[]) => figures.reduce((all, figure) => all + figure, 0);

function Batch({ batch, work }: { batch: RunBatch; work: RunWork }) {
  const isDone = batch.done === batch.of;
  return (
    <li className={isDone ? "is-done" : ""}>
      <details open={!isDone}>
        <summary>
          <span className="batch-title">
            {batch.setting ? (
              <>
                Set to <Figure text={batch.setting} />
              </>
            ) : (
              batch.title
            )}
          </span>
          <span>{isDone ? "done" : `${batch.done} of ${batch.of}`}</span>
        </summary>
        {batch.rests && <p className="batch-rests">{batch.rests}</p>}
        <ul>
          {batch.tasks.map((task) => (
            <Task key={`${task.line} ${task.key}`} task={task} work={work} />
          ))}
        </ul>
      </details>
    </li>
  );
}

function Task({ task, work }: { task: RunTask; work: RunWork }) {
  const said = (done: number) => ({ line: task.line, key: task.key, done, seen: task.done });
  const set = (done: number) => work.tick(said(done));
  const count = work.told({ kind: "tick", body: said(task.done) }) ?? task.done;
  return (
    <li>
      {task.lies && <LaidPiece lies={task.lies} size={86} />}
      <div className="task-words">
        <strong>{task.name}</strong>
        <small>
          <Figure text={task.says} />
        </small>
      </div>
      <div className="task-count">
        <CountField name={`${task.name}, ${task.says}`} count={count} most={task.of} onCount={set} />
        <span>of {task.of}</span>
        <Button
          variant="remedy"
          disabled={task.done >= task.ready || work.busy}
          title={task.ready < task.of ? `${task.ready} are cut` : undefined}
          onClick={() => set(task.ready)}
        >
          {task.ready < task.of ? `All ${task.ready} that are cut` : "All"}
        </Button>
        <Button
          variant="remedy"
          disabled={work.busy || task.ready === 0}
          onClick={() => work.spoil({ line: task.line, part: task.part ?? null, key: task.key })}
          aria-label={`One spoiled: ${task.name}, ${task.says}`}
        >
          One spoiled
        </Button>
      </div>
    </li>
  );
}
