// The work on a run at the table: one task at a time, large enough to be read standing up; one press counts one.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { type Run, type RunTask } from "../../api/client";
import { planQuery } from "../../api/queries";
import { Icon } from "../../drawings/Icon";
import { SheetHatches, SheetPicture } from "../../sheet/SheetPicture";
import { Figure } from "../../words/Figure";
import { StepDrawing } from "../../shared/StepDrawing";
import { useAwake } from "../../shared/useAwake";
import { useLight, type Light } from "../../shared/useLight";
import { useTableKeys } from "../../shared/useTableKeys";
import { LaidPiece } from "./LaidPiece";
import { keyOf } from "./minutes";
import { useMinutes } from "./useMinutes";
import { useRun, useWork, type RunWork } from "./useRun";

/** Something to do over and over: sheets to cut, or a task. */
type Turn =
  | { kind: "cut"; list: number; lot: number; title: string; of: number; done: number; ready: number }
  | { kind: "task"; task: RunTask; title: string; of: number; done: number; ready: number };

function turnsOf(run: Run): Turn[] {
  const cuts = run.lists.flatMap((list, n) =>
    list.lots.map(({ of, done }, k): Turn => ({
      kind: "cut",
      list: n,
      lot: k,
      title: `Cut ${list.name}`,
      of,
      done,
      ready: of,
    })),
  );
  const tasks = run.work.flatMap((batch) =>
    batch.tasks.map((task): Turn => ({
      kind: "task",
      task,
      title: batch.title,
      of: task.of,
      done: task.done,
      ready: task.ready,
    })),
  );
  return [...cuts, ...tasks];
}

export function RunTable() {
  const id = Number(useParams().id);
  const { run, query } = useRun(id);
  const work = useWork(id);
  if (query.error) {
    return (
      <main className="page">
        <h1>The work cannot be shown</h1>
        <p>{query.error.message}</p>
        <Link to="/runs">Back to all runs</Link>
      </main>
    );
  }
  if (!run || !query.isFetchedAfterMount) return <main className="page" aria-busy="true" />;
  return <Table key={id} run={run} work={work} />;
}

function Table({ run, work }: { run: Run; work: RunWork }) {
  const turns = turnsOf(run);
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      turns.findIndex((turn) => turn.done < turn.of && turn.ready > turn.done),
    ),
  );
  const [light, setLight] = useLight();
  const minutes = useMinutes(run);
  useAwake();
  const turn = turns[Math.min(at, turns.length - 1)];
  const set = (done: number) => {
    if (!turn || done < 0 || done > turn.of || work.busy) return;
    const seen = turn.done;
    minutes.count(turn.kind === "task" ? keyOf(turn.task.line, turn.task.key) : null, done - seen);
    if (turn.kind === "cut") work.cut({ list: turn.list, lot: turn.lot, done, seen, laid: run.laid });
    else work.tick({ line: turn.task.line, key: turn.task.key, done, seen });
  };
  const go = (to: number) => setAt(Math.max(0, Math.min(turns.length - 1, to)));
  const count = () => {
    if (!turn) return;
    if (turn.done >= turn.of) go(at + 1);
    else set(turn.done + 1);
  };
  useTableKeys({ on: count, back: () => go(at - 1) });
  return (
    <div className={`at-table run-table is-${light}`}>
      <SheetHatches />
      <Head run={run} work={work} minutes={minutes} light={light} onLight={setLight} />
      {minutes.says && (
        <p className="table-alarm" role="status">
          {minutes.says}
        </p>
      )}
      {work.problem && (
        <p className="table-alarm" role="alert">
          {work.problem.message} <button onClick={work.forget}>Right</button>
        </p>
      )}
      <main className="table-step">
        {turn ? (
          <>
            <Drawing run={run} turn={turn} />
            <TurnWords run={run} work={work} turn={turn} place={`${at + 1} of ${turns.length}`} set={set} />
          </>
        ) : (
          <div className="table-finished">
            <h1>Nothing to do</h1>
            <p>There is nothing on this run yet.</p>
          </div>
        )}
      </main>
      <footer className="table-foot">
        <button type="button" className="table-back" disabled={at === 0} onClick={() => go(at - 1)}>
          <Icon name="back" />
          Back
        </button>
        <button type="button" onClick={() => go(at + 1)} disabled={at >= turns.length - 1}>
          Leave it for now
        </button>
        <button
          type="button"
          className="table-next"
          disabled={!turn || (turn.done >= turn.of && at >= turns.length - 1)}
          onClick={count}
        >
          {turn && turn.done >= turn.of ? "Next" : "One done"}
          <Icon name="on" />
        </button>
      </footer>
    </div>
  );
}

/** Where one is, and what is set for the whole of the work. */
function Head(props: {
  run: Run;
  work: RunWork;
  minutes: ReturnType<typeof useMinutes>;
  light: Light;
  onLight: (light: Light) => void;
}) {
  const { run, work, minutes, light, onLight } = props;
  return (
    <header className="table-head">
      <Link to={`/runs/${run.id}?part=work`} className="table-leave">
        <Icon name="back" />
        {run.name}
      </Link>
      <span className="walk-stage">
        {run.made} of {run.bags} made
      </span>
      <div className="table-tools">
        <button
          type="button"
          disabled={!run.last || work.busy}
          title={run.last ?? undefined}
          onClick={work.undo}
        >
          Undo
        </button>
        <button type="button" aria-pressed={minutes.on} onClick={minutes.turn}>
          {minutes.on ? "Timing" : "Time it"}
        </button>
        {minutes.minutes > 0 && (
          <button type="button" disabled={minutes.busy} onClick={minutes.write}>
            {minutes.minutes} min into the journal
          </button>
        )}
        <button type="button" onClick={() => onLight(light === "bright" ? "dark" : "bright")}>
          {light === "bright" ? "Dark" : "Bright"}
        </button>
      </div>
    </header>
  );
}

/** The turn in words, how many of it are done, and what can be said of it. */
function TurnWords(props: {
  run: Run;
  work: RunWork;
  turn: Turn;
  place: string;
  set: (done: number) => void;
}) {
  const { run, work, turn, place, set } = props;
  return (
    <section className="step-words run-turn" aria-live="polite">
      <p className="step-place">{place}</p>
      <h1>
        <Figure text={turn.title} />
      </h1>
      <p>
        <Figure text={turn.kind === "task" ? `${turn.task.name}: ${turn.task.says}` : cutSays(run, turn)} />
      </p>
      {turn.kind === "task" && turn.task.step != null && <SaysOf run={run} task={turn.task} />}
      <p className="turn-count">
        <strong>{turn.done}</strong> of <strong>{turn.of}</strong>
        {turn.ready < turn.of && <span> ({turn.ready} cut)</span>}
      </p>
      <div className="turn-tools">
        <button type="button" disabled={turn.done === 0 || work.busy} onClick={() => set(turn.done - 1)}>
          One less
        </button>
        <button type="button" disabled={turn.done >= turn.ready || work.busy} onClick={() => set(turn.ready)}>
          {turn.ready < turn.of ? `All ${turn.ready}` : "All done"}
        </button>
        {turn.kind === "task" && (
          <button
            type="button"
            disabled={turn.ready === 0 || work.busy}
            onClick={() =>
              work.spoil({ line: turn.task.line, part: turn.task.part ?? null, key: turn.task.key })
            }
          >
            <Icon name="spoiled" /> One spoiled
          </button>
        )}
      </div>
    </section>
  );
}

function cutSays(run: Run, turn: Extract<Turn, { kind: "cut" }>): string {
  const sheet = run.lists[turn.list]?.lots[turn.lot]?.sheet;
  const cuts = sheet?.trims.map(
    (trim) => `${trim.keep} from the ${trim.blade === "vertical" ? "left" : "bottom"}`,
  );
  return cuts && cuts.length > 0 ? `In this order: ${cuts.join(", then ")}.` : "The whole sheet is used.";
}

function Drawing({ run, turn }: { run: Run; turn: Turn }) {
  if (turn.kind === "cut") {
    const sheet = run.lists[turn.list]?.lots[turn.lot]?.sheet;
    if (!sheet) return <div />;
    return (
      <div className="step-drawing run-drawing">
        <SheetPicture
          sheet={sheet}
          scale={520 / Math.max(sheet.width_mm, sheet.height_mm)}
          kindOf={(placed) => (placed.bag ?? -1) + 1}
          labelOf={(placed) => run.lines[placed.bag ?? -1]?.name ?? ""}
        />
      </div>
    );
  }
  if (turn.task.lies) {
    return (
      <div className="step-drawing run-drawing">
        <LaidPiece lies={turn.task.lies} size={500} />
      </div>
    );
  }
  return <StepOf key={`${turn.task.line} ${turn.task.key}`} run={run} task={turn.task} />;
}

/** The bag's own plan, for a task that is one of its steps. */
function usePlanOf(run: Run, task: RunTask | null) {
  const brief = run.lines.find((line) => line.line === task?.line)?.brief;
  const plan = useQuery({ ...planQuery(brief!), enabled: brief !== undefined && task?.step != null });
  return { plan: plan.data, step: plan.data?.steps[task?.step ?? -1] };
}

/** The drawing of the bag's own step. */
function StepOf({ run, task }: { run: Run; task: RunTask }) {
  const { plan, step } = usePlanOf(run, task);
  return plan && step ? <StepDrawing plan={plan} step={step} /> : <div aria-busy="true" />;
}

/** What the bag's own step says, with its figures. */
function SaysOf({ run, task }: { run: Run; task: RunTask }) {
  const { step } = usePlanOf(run, task);
  return (
    <>
      {step?.says.map((says) => (
        <p key={says}>
          <Figure text={says} />
        </p>
      ))}
      {step?.caution && (
        <p className="caution">
          <Figure text={step.caution} />
        </p>
      )}
    </>
  );
}
