// Where in the work one is: a mark for every step, the stages named.

import type { Step } from "../../api/client";
import { STAGES } from "../../words/stages";

export function Walk(props: {
  steps: Step[];
  done: Set<string>;
  at: number;
  onStep: (step: number) => void;
}) {
  const { steps, done, at, onStep } = props;
  const stage = (steps[at] && STAGES[steps[at].stage]) ?? "Done";
  return (
    <nav className="walk" aria-label="Steps of the work">
      <span className="walk-stage">{stage}</span>
      <ol>
        {steps.map((step, index) => (
          <li key={step.id}>
            <button
              type="button"
              className={done.has(step.id) ? "is-done" : ""}
              aria-current={index === at ? "step" : undefined}
              aria-label={`Step ${index + 1}: ${step.title}${done.has(step.id) ? ", done" : ""}`}
              title={step.title}
              onClick={() => onStep(index)}
            />
          </li>
        ))}
      </ol>
    </nav>
  );
}
