// The stages of the work beside the sheet.

import { memo, useCallback, useLayoutEffect, useMemo, useRef } from "react";
import type { Brief, Plan, ProblemDetails } from "../../api/client";
import { HandleStage } from "./handle/HandleStage";
import { Leftovers } from "./Leftovers";
import type { Look, Looking } from "./looking";
import { SizeStage } from "./SizeStage";
import { StageKeys } from "./StageKeys";
import { StageRail } from "./StageRail";
import { Steps } from "./Steps";
import { useAfterPaint } from "./useAfterPaint";
import { useHeldInPlace } from "./useHeldInPlace";

// They are drawn again only when what they show has changed.
const SizePanel = memo(SizeStage);
const HandlePanel = memo(HandleStage);

export function BenchPanel(props: {
  bag: number;
  plan: Plan | null;
  brief: Brief;
  looking: Looking;
  look: Look;
  problem: ProblemDetails | null;
  fault: { field: string; sentence: string } | null;
  /** Carries over what differs between two briefs to the brief as it stands. */
  onCarry: (base: Brief, next: Brief, key?: string) => void;
  onSaid: (what: string) => void;
  save: () => Promise<boolean>;
}) {
  const { bag, plan, brief, looking, look, problem, fault, onCarry, onSaid, save } = props;
  const { stage, pass } = looking;
  const beside = useRef<HTMLDivElement>(null);
  // While someone types, the drawing comes first; the panel beside it follows once that has been painted.
  const panel = useAfterPaint(useMemo(() => ({ plan, brief, fault }), [plan, brief, fault]));
  const onBrief = useCallback(
    (next: Brief, key?: string) => onCarry(panel.brief, next, key),
    [onCarry, panel.brief],
  );
  const base = panel.plan?.brief;
  // Something offered has been taken: it is announced once, and the focus goes to what it changed if its button is gone.
  const onOffer = useCallback(
    (next: Brief, from = base, what = "The bag is changed.") => {
      if (from) onCarry(from, next);
      onSaid(what);
    },
    [onCarry, onSaid, base],
  );
  const onPass = useCallback(
    (index: number) => look.atPass(index, plan?.passes[index]?.piece ?? 0),
    [look, plan],
  );
  useHeldInPlace(beside);
  // Another stage is read from its beginning.
  const read = useRef(stage);
  useLayoutEffect(() => {
    if (read.current === stage || !beside.current) return;
    read.current = stage;
    beside.current.scrollTop = 0;
  }, [stage]);
  return (
    <aside className="bench-side">
      <StageRail stage={stage} onStage={look.atStage} />
      <div
        className="bench-panel"
        ref={beside}
        id="stage-panel"
        role="tabpanel"
        aria-labelledby={`stage-${stage}`}
        tabIndex={0}
      >
        {problem && !fault && <p className="alarm">{problem.detail}</p>}
        {panel.plan && stage === "size" && (
          <SizePanel
            plan={panel.plan}
            brief={panel.brief}
            fault={panel.fault}
            onBrief={onBrief}
            onOffer={onOffer}
            onPoint={look.atAbout}
            shown={looking.checked}
            onShow={look.atCheck}
          />
        )}
        {panel.plan && stage === "handle" && (
          <HandlePanel
            bag={bag}
            plan={panel.plan}
            brief={panel.brief}
            fault={panel.fault}
            onBrief={onBrief}
            onPoint={look.atAbout}
            save={save}
          />
        )}
        {plan && stage !== "size" && stage !== "handle" && (
          <Steps plan={plan} stage={stage} pass={pass} onPass={onPass} />
        )}
        {plan && stage === "trim" && <Leftovers bag={bag} brief={brief} plan={plan} />}
        <StageKeys />
      </div>
    </aside>
  );
}
