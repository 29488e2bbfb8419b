// The first stage: what is right and wrong with this size, and how the bag is made, in a few sentences.

import { memo, useCallback } from "react";
import type { About, Brief, Plan, Remedy } from "../../api/client";
import { Builds } from "./Builds";
import { Decides } from "./Decides";
import { Habits } from "./Habits";
import { OtherSheets } from "./OtherSheets";
import { Proof } from "./Proof";
import { Verdicts } from "./Verdicts";

// What rests on the last plan alone stays as it is while the next one is on its way.
const Said = memo(Verdicts);
const WaysToBuild = memo(Builds);
const OnOtherSheets = memo(OtherSheets);
const Measured = memo(Proof);

export function SizeStage(props: {
  plan: Plan;
  brief: Brief;
  fault: { field: string; sentence: string } | null;
  /** A brief made from the one shown beside it, and one made from that of the plan unless another is named. */
  onBrief: (brief: Brief, key?: string) => void;
  onOffer: (brief: Brief, from?: Brief, said?: string) => void;
  onPoint: (about: About[]) => void;
  /** The item of the proof that is shown on the drawings. */
  shown: number | null;
  onShow: (item: number | null) => void;
}) {
  const { plan, brief, fault, onBrief, onOffer, onPoint, shown, onShow } = props;
  const onDrawing = fault && plan.dimensions.some((dimension) => dimension.field === fault.field);
  const onApply = useCallback(
    (remedy: Remedy) => onOffer(remedy.brief, undefined, `${remedy.title}. ${remedy.then}`),
    [onOffer],
  );
  return (
    <>
      {fault && !onDrawing && (
        <p className="alarm" role="alert">
          {fault.sentence}
        </p>
      )}
      <Decides plan={plan} brief={brief} onBrief={onBrief} onBuild={onOffer} />
      <Said verdicts={plan.verdicts} onApply={onApply} onPoint={onPoint} />
      <WaysToBuild brief={plan.brief} onBrief={onOffer} />
      <Habits plan={plan} brief={brief} onBrief={onBrief} onOffer={onOffer} />
      <OnOtherSheets brief={plan.brief} onBrief={onOffer} />
      <Measured plan={plan} shown={shown} onShow={onShow} />
    </>
  );
}
