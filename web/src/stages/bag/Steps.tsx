// The steps of one stage, with the figures of each pass large enough to read from the table.

import type { Plan, Step } from "../../api/client";
import { InGuide } from "../../sheet/InGuide";
import { OnBoard } from "../../sheet/OnBoard";
import { Told } from "../../words/Told";
import { StepSays } from "../../shared/StepSays";
import type { Stage } from "../../words/stages";

export function Steps(props: { plan: Plan; stage: Stage; pass: number; onPass: (pass: number) => void }) {
  const { plan, stage, pass, onPass } = props;
  const steps = plan.steps.filter((step) => step.stage === stage);
  return (
    <ol className="steps">
      {steps.map((step, index) => (
        <li key={`${index} ${step.title}`} className={step.pass === pass ? "is-current" : ""}>
          <h3>{step.title}</h3>
          {typeof step.pass === "number" && (
            <>
              <ScoreFigures plan={plan} step={step} current={step.pass === pass} onPass={onPass} />
              <LaidOnBoard plan={plan} pass={step.pass} />
            </>
          )}
          {typeof step.feed === "number" && <LaidInGuide plan={plan} feed={step.feed} />}
          <StepSays step={step} />
        </li>
      ))}
    </ol>
  );
}

function LaidOnBoard(props: { plan: Plan; pass: number }) {
  const pass = props.plan.passes[props.pass];
  return pass ? <OnBoard plan={props.plan} pass={pass} width={370} height={260} /> : null;
}

function LaidInGuide(props: { plan: Plan; feed: number }) {
  const feed = props.plan.feeds[props.feed];
  return feed ? <InGuide plan={props.plan} feed={feed} width={370} height={300} /> : null;
}

function ScoreFigures(props: { plan: Plan; step: Step; current: boolean; onPass: (pass: number) => void }) {
  const { plan, step, current, onPass } = props;
  const index = step.pass ?? 0;
  const lines = plan.passes[index]?.lines ?? [];
  const slants = plan.passes[index]?.slants.length ?? 0;
  return (
    <button type="button" className="score-figures" aria-pressed={current} onClick={() => onPass(index)}>
      <span className="visually-hidden">Show on the sheet: score at </span>
      {slants > 0 && <span>{slants} × 45°</span>}
      {lines.map((line) => (
        <span key={line.at} className={line.right_across ? "" : "stops-short"}>
          <Told line={line} />
        </span>
      ))}
    </button>
  );
}
