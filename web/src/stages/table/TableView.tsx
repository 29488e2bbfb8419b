// The work at the table: one step at a time, large enough to be read standing up.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { plan as askPlan, readBag, readTicks, type Bag, type Plan } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { StepDrawing } from "./StepDrawing";
import { StepWords } from "./StepWords";
import { Walk } from "./Walk";
import { useAwake } from "./useAwake";
import { useLight } from "./useLight";
import { useMore } from "./useMore";
import { useTableKeys } from "./useTableKeys";
import { useTicks } from "./useTicks";
import { useVoice } from "./useVoice";

export function TableView() {
  const id = Number(useParams().id);
  const fresh = { gcTime: 0, staleTime: 0, refetchOnMount: "always" } as const;
  const bag = useQuery({ queryKey: ["bag", id], queryFn: () => readBag(id), ...fresh });
  const brief = bag.isFetchedAfterMount ? bag.data?.brief : undefined;
  const plan = useQuery({
    queryKey: ["table", id, bag.data?.revision],
    queryFn: () => askPlan(brief!),
    enabled: brief !== undefined,
    ...fresh,
  });
  const ticks = useQuery({ queryKey: ["ticks", id], queryFn: () => readTicks(id), ...fresh });
  const error = bag.error ?? plan.error ?? ticks.error;
  if (error) {
    return (
      <main className="page">
        <h1>The work cannot be shown</h1>
        <p>{error.message}</p>
        <Link to="/">Back to all bags</Link>
      </main>
    );
  }
  if (!bag.data || !plan.data || !ticks.data || !ticks.isFetchedAfterMount) {
    return <main className="page" aria-busy="true" />;
  }
  return <Table key={id} bag={bag.data} plan={plan.data} done={ticks.data.done} />;
}

function Table({ bag, plan, done: kept }: { bag: Bag; plan: Plan; done: string[] }) {
  const ticks = useTicks(bag.id, kept);
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
  const blocked = plan.verdicts.find((verdict) => verdict.level === "blocks");
  return (
    <div className={`at-table is-${light}`}>
      <header className="table-head">
        <Link to={`/bags/${bag.id}`} className="table-leave">
          <Icon name="back" />
          {bag.name}
        </Link>
        <Walk steps={steps} done={ticks.done} at={at} onStep={go} />
        <div className="table-tools">
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
      {blocked && (
        <p className="table-alarm">
          <Icon name="blocks" label="Cannot be made so" />
          {blocked.title}. <Link to={`/bags/${bag.id}`}>Mend it first</Link>
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

function Finished({ open, onClear }: { open: number; onClear: () => void }) {
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
