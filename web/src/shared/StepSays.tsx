// What a step says, a sentence a line, what to check before going on, what to take care of, and what helps if it goes wrong.

import type { Step } from "../api/client";
import { Icon } from "../drawings/Icon";
import { Figure } from "../words/Figure";

export function StepSays({ step }: { step: Step }) {
  return (
    <>
      {step.says.map((sentence) => (
        <p key={sentence}>
          <Figure text={sentence} />
        </p>
      ))}
      <p className="step-check">
        <strong>Check</strong> <Figure text={step.check} />
      </p>
      {step.caution && (
        <p className="caution">
          <Icon name="warns" label="Caution" />
          {step.caution}
        </p>
      )}
      <details className="step-counsel">
        <summary>Why now, and if it goes wrong</summary>
        <p>{step.why}</p>
        <p>
          {step.goes_wrong} {step.rescue}
        </p>
      </details>
    </>
  );
}
