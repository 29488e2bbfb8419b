// A run: what is made from which paper, the sheets, the work by stage, the evenings, what it costs.

import { useEffect } from "react";
import { Button } from "react-bootstrap";
import { Link, useParams, useSearchParams } from "react-router";
import type { Run, RunDraft } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Working } from "../../api/Working";
import { Icon, type IconName } from "../../drawings/Icon";
import { PageHead } from "../../drawings/PageHead";
import { ToolButton } from "../../drawings/ToolButton";
import { SheetHatches } from "../../sheet/SheetPicture";
import { Evenings } from "./Evenings";
import { Making } from "./Making";
import { Money } from "./Money";
import { RunFiles } from "./RunFiles";
import { RunSheets } from "./RunSheets";
import { WorkByStage } from "./WorkByStage";
import { spokenDay } from "../../shared/days";
import { useRun, useWork } from "./useRun";

const PARTS = [
  ["make", "Bags and paper", "papers"],
  ["sheets", "Sheets", "trim"],
  ["work", "Work", "steps"],
  ["evenings", "Evenings", "evening"],
  ["money", "Money", "coins"],
] as const satisfies readonly (readonly [string, string, IconName])[];

export function RunView() {
  const id = Number(useParams().id);
  const [search] = useSearchParams();
  const part = search.get("part") ?? "make";
  const own = useRun(id);
  const work = useWork(id);
  const { run, asked } = own;
  useUndoKeys(own.undo, own.redo);
  if (!run || !asked) {
    return (
      <div className="shelf">
        <PageHead title="Run" />
        <main>
          <Failed asked={own.query} what="The run" />
          <Working asked={own.query} doing="Laying the run out" />
          {own.query.error && <Link to="/runs">Back to all runs</Link>}
        </main>
      </div>
    );
  }
  return (
    <div className="shelf run">
      <SheetHatches />
      <PageHead title={run.name} />
      <Head own={own} run={run} asked={asked} />
      <nav className="run-rail" aria-label="Parts of the run">
        {PARTS.map(([key, name, icon]) => (
          <Link key={key} to={`?part=${key}`} replace aria-current={part === key ? "page" : undefined}>
            <Icon name={icon} />
            <span>{name}</span>
          </Link>
        ))}
      </nav>
      <p className="run-state" role="status">
        {own.saving && !own.problem ? "Laying it out anew…" : ""}
      </p>
      {own.problem && (
        <p className="alarm" role="alert">
          Not kept: {own.problem.message}{" "}
          {own.stale && (
            <Button variant="remedy" onClick={() => void own.mine()}>
              Keep mine
            </Button>
          )}{" "}
          <Button variant="remedy" onClick={() => void own.theirs()}>
            {own.stale ? "Take the saved one" : "Leave it as it was"}
          </Button>
          {own.stale && " Undo brings the other one back."}
        </p>
      )}
      {work.problem && (
        <p className="alarm" role="alert">
          {work.problem.message}{" "}
          <Button variant="remedy" onClick={work.forget}>
            Right
          </Button>
        </p>
      )}
      <main>
        {part === "make" && <Making run={run} asked={asked} change={own.change} />}
        {part === "sheets" && <RunSheets run={run} work={work} />}
        {part === "work" && <WorkByStage run={run} work={work} />}
        {part === "evenings" && <Evenings run={run} asked={asked} change={own.change} />}
        {part === "money" && <Money run={run} />}
        <RunFiles files={run.files} />
      </main>
    </div>
  );
}

/** When it is done, how far it is, and what is done with the whole of it. */
function Head({ own, run, asked }: { own: ReturnType<typeof useRun>; run: Run; asked: RunDraft }) {
  return (
    <div className="run-head">
      <p className="run-day">
        <label>
          <span className="visually-hidden">Done by</span>
          <input
            type="date"
            aria-label="Done by"
            value={asked.date}
            onChange={(event) => {
              const date = event.target.value;
              if (date) own.change((draft) => ({ ...draft, date }));
            }}
          />
        </label>
        <strong>{run.when}</strong>, {spokenDay(run.date)}
      </p>
      <p className="run-made">
        <strong>{run.made}</strong> of <strong>{run.bags}</strong> made
      </p>
      <Link to={`/runs/${run.id}/table`} className="btn btn-primary">
        Work at the table
      </Link>
      <ToolButton
        icon="undo"
        name="Undo the change"
        title="Undo the last change of the run (Ctrl Z)"
        disabled={!own.undo}
        onClick={() => own.undo?.()}
      />
      <ToolButton
        icon="redo"
        name="Redo the change"
        title="Redo it (Ctrl Y)"
        disabled={!own.redo}
        onClick={() => own.redo?.()}
      />
      <Button
        variant="remedy"
        onClick={() => own.change((draft) => ({ ...draft, archived: !draft.archived }))}
      >
        {asked.archived ? "Take it out again" : "Put it away"}
      </Button>
    </div>
  );
}

/** One change back or forth with the usual keys; in a field they are the field's own. */
function useUndoKeys(undo: (() => void) | null, redo: (() => void) | null) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLInputElement;
      if (inField || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const go = key === "y" || (key === "z" && event.shiftKey) ? redo : key === "z" ? undo : null;
      if (!go) return;
      event.preventDefault();
      go();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo]);
}
