// What a step says, a sentence a line, and what to take care of.

import type { Step } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";

export function StepSays({ step }: { step: Step }) {
  return (
    <>
      {step.says.map((sentence) => (
        <p key={sentence}>
          <Figure text={sentence} />
        </p>
      ))}
      {step.caution && (
        <p className="caution">
          <Icon name="warns" label="Caution" />
          {step.caution}
        </p>
      )}
    </>
  );
}
