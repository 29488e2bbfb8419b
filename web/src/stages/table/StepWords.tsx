// What is done in a step, in words and figures.

import type { RefCallback } from "react";
import type { Plan, Step } from "../../api/client";
import { Told } from "../../words/Told";
import { StepSays } from "../../shared/StepSays";

export function StepWords(props: {
  plan: Plan;
  step: Step;
  place: string;
  done: boolean;
  onDone: (done: boolean) => void;
  /** The words as they are scrolled. */
  words: RefCallback<HTMLDivElement>;
}) {
  const { plan, step, place, done, onDone, words } = props;
  const pass = typeof step.pass === "number" ? plan.passes[step.pass] : undefined;
  return (
    <div className="step-words" aria-live="polite" ref={words}>
      <p className="step-place">
        <span>{place}</span>
        <label>
          <input type="checkbox" checked={done} onChange={(event) => onDone(event.target.checked)} /> done
        </label>
      </p>
      <h1>{step.title}</h1>
      {pass && pass.lines.length > 0 && (
        <p className="step-figures">
          {pass.lines.map((line) => (
            <span key={`${line.at} ${line.from_mm}`}>
              <Told line={line} />
            </span>
          ))}
        </p>
      )}
      <StepSays step={step} />
    </div>
  );
}
