// The work at the table: one step at a time, large enough to be read standing up.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { plan as askPlan, type Bag, type Plan } from "../../api/client";
import { FRESH, bagQuery, rehearsalQuery, ticksQuery } from "../../api/queries";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";
import { StepDrawing } from "../../shared/StepDrawing";
import { StepWords } from "./StepWords";
import { Walk } from "./Walk";
import { useAwake } from "../../shared/useAwake";
import { useLight } from "../../shared/useLight";
import { useMore } from "./useMore";
import { useTableKeys } from "../../shared/useTableKeys";
import { useTicks } from "./useTicks";
import { useVoice } from "./useVoice";

export function TableView() {
  const id = Number(useParams().id);
  const rehearses = useSearchParams()[0].has("rehearsal");
  const bag = useQuery({ ...bagQuery(id), ...FRESH });
  const brief = bag.isFetchedAfterMount ? bag.data?.brief : undefined;
  const scrap = useQuery({
    ...rehearsalQuery(id, bag.data?.revision, brief!),
    enabled: brief !== undefined && rehearses,
  });
  const worked = rehearses ? scrap.data?.brief : brief;
  const plan = useQuery({
    queryKey: ["table", id, bag.data?.revision, rehearses],
    queryFn: () => askPlan(worked!),
    enabled: worked !== undefined,
    ...FRESH,
  });
  const ticks = useQuery(ticksQuery(id));
  const error = bag.error ?? scrap.error ?? plan.error ?? ticks.error;
  if (error) {
    return (
      <main className="page">
        <h1>The work cannot be shown</h1>
        <p>{error.message}</p>
        <Link to="/">Back to all bags</Link>
      </main>
    );
  }
  if (rehearses && scrap.isSuccess && !scrap.data) {
    return (
      <main className="page">
        <h1>No rehearsal</h1>
        <p>
          A quarter of the sheet is too small for every fold of this bag. Try it on a whole sheet of plain
          paper.
        </p>
        <Link to={`/bags/${id}/table`}>Back to the work</Link>
      </main>
    );
  }
  if (!bag.data || !plan.data || !ticks.data || !ticks.isFetchedAfterMount) {
    return <main className="page" aria-busy="true" />;
  }
  return (
    <Table
      key={`${id} ${rehearses}`}
      bag={bag.data}
      plan={plan.data}
      done={rehearses ? [] : ticks.data.done}
      scrap={rehearses ? (scrap.data?.says ?? null) : null}
    />
  );
}

/** `scrap` says what a rehearsal is made of; nothing if it is the bag itself. */
function Table(props: { bag: Bag; plan: Plan; done: string[]; scrap: string | null }) {
  const { bag, plan, done: kept, scrap } = props;
  const ticks = useTicks(scrap === null ? bag.id : null, kept);
  const { steps } = plan;
  const [at, setAt] = useState(() => {
    const next = steps.findIndex((step) => !kept.includes(step.id));
    return next < 0 ? steps.length : next;
  });
  const [light, setLight] = useLight();
  const voice = useVoice();
  useAwake();
  const step = steps[at];
  const below = useMore();
  const go = (to: number) => {
    voice.hush();
    setAt(Math.max(0, Math.min(steps.length, to)));
  };
  // Going on means that it is done.
  const on = () => {
    if (below.show()) return;
    if (step && !ticks.done.has(step.id)) ticks.set(step.id, true);
    go(at + 1);
  };
  useTableKeys({ on, back: () => go(at - 1) });
  return (
    <div className={`at-table is-${light}`}>
      <header className="table-head">
        <Link to={`/bags/${bag.id}`} className="table-leave">
          <Icon name="back" />
          {scrap === null ? bag.name : "Rehearsal"}
        </Link>
        <Walk steps={steps} done={ticks.done} at={at} onStep={go} />
        <div className="table-tools">
          {at === 0 && scrap === null && (
            <Link to={`/bags/${bag.id}/table?rehearsal`} className="table-leave">
              Rehearse
            </Link>
          )}
          {voice.can && step && (
            <button type="button" aria-pressed={voice.speaks} onClick={() => voice.read(step)}>
              {voice.speaks ? "Hush" : "Read aloud"}
            </button>
          )}
          <button type="button" onClick={() => setLight(light === "bright" ? "dark" : "bright")}>
            {light === "bright" ? "Dark" : "Bright"}
          </button>
        </div>
      </header>
      <Alarms plan={plan} bag={bag.id} ticks={ticks} scrap={at === 0 ? scrap : null} />
      <main className="table-step">
        {step ? (
          <>
            <StepDrawing plan={plan} step={step} />
            <StepWords
              key={step.id}
              plan={plan}
              step={step}
              place={`${at + 1} of ${steps.length}`}
              done={ticks.done.has(step.id)}
              onDone={(done) => ticks.set(step.id, done)}
              words={below.attach}
            />
          </>
        ) : (
          <Finished
            open={steps.filter((one) => !ticks.done.has(one.id)).length}
            rehearsed={scrap === null ? null : `/bags/${bag.id}/table`}
            onClear={() => (ticks.clear(), go(0))}
          />
        )}
      </main>
      <footer className="table-foot">
        <button type="button" className="table-back" disabled={at === 0} onClick={() => go(at - 1)}>
          <Icon name="back" />
          Back
        </button>
        <button type="button" className="table-next" disabled={!step} onClick={on}>
          {below.more ? "More below" : step && ticks.done.has(step.id) ? "Next" : "Done, next"}
          <Icon name="on" />
        </button>
      </footer>
    </div>
  );
}

/** What stands in the way, and what was not kept. */
function Alarms(props: {
  plan: Plan;
  bag: number;
  ticks: ReturnType<typeof useTicks>;
  scrap: string | null;
}) {
  const { plan, bag, ticks, scrap } = props;
  const blocked = plan.verdicts.find((verdict) => verdict.level === "blocks");
  return (
    <>
      {scrap !== null && (
        <p className="table-alarm is-told">
          <Figure text={scrap} />. Every fold, nothing put on; ticks are not kept.
        </p>
      )}
      {blocked && (
        <p className="table-alarm">
          <Icon name="blocks" label="Cannot be made so" />
          {blocked.title}. <Link to={`/bags/${bag}`}>Mend it first</Link>
        </p>
      )}
      {ticks.stale && (
        <p className="table-alarm" role="alert">
          The bag was changed elsewhere, and its steps with it: not every tick was kept.{" "}
          <button type="button" onClick={() => window.location.reload()}>
            Read the steps again
          </button>
        </p>
      )}
      {ticks.failed && (
        <p className="table-alarm" role="alert">
          Not kept yet: {ticks.failed} <button onClick={ticks.again}>Try again</button>
        </p>
      )}
    </>
  );
}

/** `rehearsed` is where the bag itself is made, after a rehearsal. */
function Finished(props: { open: number; rehearsed: string | null; onClear: () => void }) {
  const { open, rehearsed, onClear } = props;
  if (rehearsed !== null) {
    return (
      <div className="table-finished">
        <h1>The rehearsal is over</h1>
        <p>Every fold has been tried. What was hard, be slow at.</p>
        <Link to={rehearsed} className="table-leave">
          Now the bag itself
        </Link>
      </div>
    );
  }
  return (
    <div className="table-finished">
      <h1>{open === 0 ? "The bag is made" : "That was the last step"}</h1>
      <p>
        {open === 0
          ? "Every step is ticked off."
          : `${open === 1 ? "One step is" : `${open} steps are`} not ticked off: the strip above shows which.`}
      </p>
      <button type="button" onClick={onClear}>
        Make another: start again
      </button>
    </div>
  );
}
