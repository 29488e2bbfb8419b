// The workbench of one bag: the sheet in the middle, the stages of the work beside it, its name and what is kept above.

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Bag, BagDraft, Brief, ProblemDetails } from "../../api/client";
import { canDrawInSpace } from "../../fold/FoldView";
import type { Standing as Savable } from "../../shared/saving/Saver";
import { BenchHead } from "./BenchHead";
import { BenchPanel } from "./BenchPanel";
import { BenchSheet } from "./BenchSheet";
import { Conflict } from "./Conflict";
import { useLooking } from "./looking";
import { rebase } from "./rebase";
import { useAutosave } from "./useAutosave";
import { useBenchKeys } from "./useBenchKeys";
import { useFocusKept } from "../../shared/useFocusKept";
import { leaveBehind, useHistory } from "../../shared/useHistory";
import { useLivePlan } from "./useLivePlan";
import { withDimension } from "./withDimension";

export function Workbench({ bag }: { bag: Bag }) {
  const saving = useAutosave(bag);
  const history = useHistory<BagDraft>(`bag ${bag.id}`, { name: bag.name, brief: bag.brief }, saving.left);
  const draft = history.present;
  const { plan, current, problem } = useLivePlan(draft.brief);
  const standing = current ? "good" : standingOf(problem);
  const { want, keptAs } = saving;
  useEffect(() => want(draft, standing), [want, draft, standing]);
  const made = history.history;
  useEffect(() => leaveBehind(`bag ${bag.id}`, { ...made, keptAs }), [bag.id, made, keptAs]);
  const { now, look } = useLooking(() => (canDrawInSpace() ? "solid" : "drawn"));
  const [said, setSaid] = useState("");
  const workbench = useRef<HTMLDivElement>(null);
  const { undo, redo, change } = history;
  useBenchKeys(undo, redo, look.atStage);
  useFocusKept(workbench);

  // Made from a brief that may lag behind: only what differs from it is carried over to the brief as it stands.
  const carry = useCallback(
    (base: Brief, next: Brief, key?: string) =>
      change((was) => ({ ...was, brief: rebase(was.brief, base, next) }), key),
    [change],
  );
  const onDimension = useCallback(
    (field: string, text: string) =>
      change((was) => ({ ...was, brief: withDimension(was.brief, field, text) }), field),
    [change],
  );
  // What is typed is written out in full once it has been understood, so that a change of unit cannot change the bag.
  const settled: Brief = current && plan ? plan.brief : draft.brief;
  const fault = useMemo(
    () => (problem?.field ? { field: problem.field, sentence: problem.detail } : null),
    [problem],
  );

  return (
    <div className="bench" ref={workbench}>
      <h1 className="visually-hidden">{draft.name || "A bag without a name"}</h1>
      <p className="visually-hidden" role="status">
        {said}
      </p>
      <BenchHead
        bag={bag}
        draft={draft}
        history={history}
        saving={saving}
        unit={settled.unit ?? "inch"}
        onUnit={problem ? null : (unit) => current && carry(settled, { ...settled, unit })}
      />
      <BenchSheet
        plan={plan}
        brief={settled}
        looking={now}
        look={look}
        fault={fault}
        onBrief={(next, key) => carry(settled, next, key)}
        onTaken={(next) => {
          carry(settled, next);
          setSaid("The bag is made so now.");
        }}
        onDimension={onDimension}
      />
      <BenchPanel
        bag={bag.id}
        plan={plan}
        brief={settled}
        looking={now}
        look={look}
        problem={problem}
        fault={fault}
        onCarry={carry}
        onSaid={setSaid}
        save={saving.save}
      />
      <Settling draft={draft} history={history} saving={saving} />
    </div>
  );
}

/** Asks which of two versions is to be kept, where the bag was changed elsewhere meanwhile. */
function Settling(props: {
  draft: BagDraft;
  history: ReturnType<typeof useHistory<BagDraft>>;
  saving: ReturnType<typeof useAutosave>;
}) {
  const { draft, history, saving } = props;
  const { conflict, settle } = saving;
  if (!conflict) return null;
  return (
    <Conflict
      mine={draft}
      stored={conflict}
      onMine={() => {
        settle(conflict);
        history.set({ name: conflict.name, brief: conflict.brief });
        history.set({ ...draft });
      }}
      onStored={() => {
        settle(conflict);
        history.set({ name: conflict.name, brief: conflict.brief });
      }}
    />
  );
}

/** Whether a draft without a plan can be saved. */
const standingOf = (problem: ProblemDetails | null): Savable => {
  if (!problem) return "pending";
  return problem.status >= 400 && problem.status < 500 ? "faulty" : "unanswered";
};
