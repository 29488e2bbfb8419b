// The first stage: what is right and wrong with this size, and how the bag is made, in a few sentences.

import type { Brief, Plan } from "../../api/client";
import { Builds } from "./Builds";
import { Habits } from "./Habits";
import { OtherSheets } from "./OtherSheets";
import { Proof } from "./Proof";
import { Verdicts } from "./Verdicts";

export function SizeStage(props: {
  plan: Plan;
  brief: Brief;
  fault: { field: string; sentence: string } | null;
  onBrief: (brief: Brief, key?: string) => void;
  onPoint: (about: string[]) => void;
  /** The item of the proof that is shown on the drawings. */
  shown: number | null;
  onShow: (item: number | null) => void;
}) {
  const { plan, brief, fault, onBrief, onPoint, shown, onShow } = props;
  const onDrawing = fault && plan.dimensions.some((dimension) => dimension.field === fault.field);
  return (
    <>
      {fault && !onDrawing && (
        <p className="alarm" role="alert">
          {fault.sentence}
        </p>
      )}
      <Verdicts verdicts={plan.verdicts} onApply={(remedy) => onBrief(remedy.brief)} onPoint={onPoint} />
      <Builds brief={brief} onBrief={onBrief} />
      <Habits plan={plan} brief={brief} onBrief={onBrief} />
      <OtherSheets brief={brief} onBrief={onBrief} />
      <Proof plan={plan} shown={shown} onShow={onShow} />
    </>
  );
}
