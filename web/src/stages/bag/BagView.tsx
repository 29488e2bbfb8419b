// One bag: the sheet in the middle, the stages of the work beside it.

import { useQuery } from "@tanstack/react-query";
import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { readBag, type Bag, type BagDraft, type Brief, type ProblemDetails } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { FoldView, canDrawInSpace, type Manner } from "../../fold/FoldView";
import { twins, useFold } from "../../fold/useFold";
import { SheetDrawing, type Line } from "../../sheet/SheetDrawing";
import { Figure } from "../../words/Figure";
import { Download, NameField, SavingState, UnitSwitch, sheetOf } from "./BenchHead";
import { Conflict } from "./Conflict";
import { Companion, PieceSwitch, ShownSwitch, Standing, nameOf, type Shown } from "./Drawn";
import { FaceDrawing } from "./handle/FaceDrawing";
import { HandleStage } from "./handle/HandleStage";
import { withFitting } from "./handle/withFitting";
import { Leftovers } from "./Leftovers";
import { SizeStage } from "./SizeStage";
import { Steps } from "./Steps";
import { markedLines } from "./markedLines";
import { rebase } from "./rebase";
import { STAGES, StageRail, type Stage } from "./StageRail";
import { StageKeys, stageKeys } from "./StageKeys";
import type { Standing as Savable } from "./Autosaver";
import { useAfterPaint } from "./useAfterPaint";
import { useAutosave } from "./useAutosave";
import { useFocusKept } from "./useFocusKept";
import { useHeldInPlace } from "./useHeldInPlace";
import { useHistory } from "./useHistory";
import { useLivePlan } from "./useLivePlan";
import { WaysView } from "./ways/WaysView";
import { withDimension } from "./withDimension";

export function BagView() {
  const id = Number(useParams().id);
  const query = useQuery({
    queryKey: ["bag", id],
    queryFn: () => readBag(id),
    gcTime: 0,
    staleTime: 0,
    refetchOnMount: "always",
  });
  if (query.error) {
    return (
      <main className="page">
        <h1>This bag is not here</h1>
        <p>{query.error.message}</p>
        <Link to="/">Back to all bags</Link>
      </main>
    );
  }
  // What another page has read of it may be older than what is kept.
  if (!query.data || !query.isFetchedAfterMount) return <main className="page" aria-busy="true" />;
  return <Workbench key={id} bag={query.data} />;
}

function Workbench({ bag }: { bag: Bag }) {
  const history = useHistory<BagDraft>({ name: bag.name, brief: bag.brief });
  const draft = history.present;
  const { plan, current, problem } = useLivePlan(draft.brief);
  const saving = useAutosave(bag, draft, current ? "good" : standingOf(problem));
  const [stage, setStage] = useState<Stage>("size");
  const [pass, setPass] = useState(0);
  const [pickedPiece, setPiece] = useState(0);
  const [shown, setShown] = useState<Shown>("sheet");
  const [manner, setManner] = useState<Manner>(() => (canDrawInSpace() ? "solid" : "drawn"));
  const [facet, setFacet] = useState<{ index: number; outside: boolean } | null>(null);
  const [checked, setChecked] = useState<number | null>(null);
  const folding = useFold(plan?.brief);
  const fold = folding.data;
  const [said, setSaid] = useState("");
  const workbench = useRef<HTMLDivElement>(null);
  const beside = useRef<HTMLDivElement>(null);
  const [read, setRead] = useState<Line | null>(null);
  const [pointed, setPointed] = useState<string[]>([]);

  const { undo, redo, change } = history;
  const setBrief = useCallback(
    (brief: Brief, key?: string) => change((now) => ({ ...now, brief }), key),
    [change],
  );
  // Made from a brief that may lag behind: only what differs from it is carried over to the brief as it stands.
  const carry = useCallback(
    (base: Brief, next: Brief, key?: string) =>
      change((now) => ({ ...now, brief: rebase(now.brief, base, next) }), key),
    [change],
  );
  // What is typed is written out in full once it has been understood, so that a change of unit cannot change the bag.
  const settled: Brief = current && plan ? plan.brief : draft.brief;

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && (key === "z" || key === "y")) {
        event.preventDefault();
        if (key === "y" || event.shiftKey) redo();
        else undo();
      } else if (stageKeys() && !inField && !event.ctrlKey && !event.altKey && !event.metaKey) {
        const picked = STAGES[Number(event.key) - 1];
        if (picked) setStage(picked.id);
      }
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo]);

  const piece = plan?.pieces[pickedPiece] ? pickedPiece : 0;
  const marked = useMemo(
    () => markedLines(plan, piece, stage, pass, pointed),
    [plan, piece, stage, pass, pointed],
  );
  // What is pointed at comes before what was pressed in the proof.
  const lit = useMemo(() => {
    if (!fold) return new Set<number>();
    if (facet) return new Set(twins(fold, facet.index));
    return new Set(checked === null ? [] : fold.checks[checked]);
  }, [fold, facet, checked]);
  const onFacet = useCallback(
    (index: number | null, outside = true) =>
      setFacet((now) => {
        if (index === null) return null;
        return now?.index === index && now.outside === outside ? now : { index, outside };
      }),
    [],
  );
  const onDimension = useCallback(
    (field: string, text: string) =>
      change((now) => ({ ...now, brief: withDimension(now.brief, field, text) }), field),
    [change],
  );
  const named = facet && fold ? nameOf(fold, facet.index, facet.outside) : null;
  const fault = useMemo(
    () => (problem?.field ? { field: problem.field, sentence: problem.detail } : null),
    [problem],
  );
  // While someone types, the drawing comes first; the panel beside it follows once that has been painted.
  const panel = useAfterPaint(useMemo(() => ({ plan, brief: settled, fault }), [plan, settled, fault]));
  const onPanelBrief = useCallback(
    (brief: Brief, key?: string) => carry(panel.brief, brief, key),
    [carry, panel.brief],
  );
  const base = panel.plan?.brief;
  // Something offered has been taken: it is announced once, and the focus goes to what it changed if its button is gone.
  const onOffer = useCallback(
    (brief: Brief, from = base, what = "The bag is changed.") => {
      if (from) carry(from, brief);
      setSaid(what);
    },
    [carry, base],
  );
  useFocusKept(workbench);
  useHeldInPlace(beside);
  const onPass = useCallback(
    (index: number) => {
      setPass(index);
      setPiece(plan?.passes[index]?.piece ?? 0);
    },
    [plan],
  );

  return (
    <div className="bench" ref={workbench}>
      <h1 className="visually-hidden">{draft.name || "A bag without a name"}</h1>
      <p className="visually-hidden" role="status">
        {said}
      </p>
      <header className="bench-head">
        <Link to="/" className="brand" aria-label="Wide Fold: all bags">
          <Icon name="mark" />
          <span>All bags</span>
        </Link>
        <NameField name={draft.name ?? ""} onChange={(name) => history.set({ ...draft, name }, "name")} />
        <SavingState state={saving.state} />
        <div className="bench-tools">
          <ToolButton
            icon="undo"
            name="Undo"
            title="Undo (Ctrl Z)"
            disabled={!history.canUndo}
            onClick={undo}
          />
          <ToolButton
            icon="redo"
            name="Redo"
            title="Redo (Ctrl Y)"
            disabled={!history.canRedo}
            onClick={redo}
          />
          <UnitSwitch
            unit={settled.unit ?? "inch"}
            disabled={problem !== null}
            onChange={(unit) => current && setBrief({ ...settled, unit })}
          />
          <Download
            bag={bag}
            sheet={sheetOf(plan, piece)}
            save={saving.save}
            ready={plan?.layout.fits ?? false}
          />
        </div>
      </header>
      <main
        className={`bench-sheet${shown === "ways" ? "" : " is-pinned"}`}
        aria-label="The sheet and the bag"
        tabIndex={-1}
      >
        {plan && (
          <div className="sheet-head">
            <ShownSwitch shown={shown} onShown={setShown} face={stage === "handle"} />
            {shown === "sheet" && stage !== "handle" && (
              <PieceSwitch plan={plan} piece={piece} onPiece={setPiece} />
            )}
          </div>
        )}
        {shown === "bag" && <Failed asked={folding} what="The folded bag" />}
        {plan && fold && shown === "bag" && (
          <FoldView fold={fold} manner={manner} onManner={setManner} lit={lit} onPoint={onFacet} />
        )}
        {plan && shown === "sheet" && stage === "handle" && (
          <FaceDrawing
            plan={plan}
            fault={fault}
            onFigures={(figures, key) =>
              carry(
                settled,
                figures.reduce((brief, [field, text]) => withFitting(brief, field, text), settled),
                key,
              )
            }
          />
        )}
        {plan && shown === "sheet" && stage !== "handle" && (
          <TheSheet
            plan={plan}
            piece={piece}
            marked={marked}
            glue={stage === "glue"}
            trims={stage === "trim" || stage === "size"}
            scores={stage !== "trim"}
            read={read?.id ?? null}
            onRead={setRead}
            fold={fold}
            lit={lit}
            onFacet={onFacet}
            fault={fault}
            {...(stage === "size" && { onDimension })}
          />
        )}
        {plan && shown === "ways" && (
          <WaysView
            brief={settled}
            onBrief={(brief) => {
              carry(settled, brief);
              setSaid("The bag is made so now.");
              setShown("sheet");
            }}
          />
        )}
        {shown !== "ways" && (
          <div className="sheet-foot">
            <p className="reading">
              {shown === "bag" &&
                (named ?? "Point at a part to read its name. Drag, or use the arrow keys, to turn the bag.")}
              {shown === "sheet" && stage === "handle" && plan && (
                <>
                  {plan.fittings.figures.some(
                    ({ field, axis }) =>
                      field === "handle.from_centre" || (field === "handle.down" && axis === "up"),
                  )
                    ? "Drag the rings, or move them with the arrow keys; the other side follows, and the other face."
                    : plan.fittings.customary
                      ? "Figures are typed where they lie; both faces follow."
                      : "Pick a handle beside the face; it is drawn on this bag."}
                </>
              )}
              {shown === "sheet" && stage !== "handle" && read && <Figure text={read.says} />}
              {shown === "sheet" && stage !== "handle" && !read && (
                <Standing plan={plan} piece={piece} part={named} />
              )}
            </p>
            {plan && fold && (
              <Companion
                shown={shown}
                plan={plan}
                fold={fold}
                lit={lit}
                onFacet={onFacet}
                onSwitch={() => setShown(shown === "sheet" ? "bag" : "sheet")}
              />
            )}
          </div>
        )}
      </main>
      <aside className="bench-side">
        <StageRail stage={stage} onStage={setStage} />
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
              onBrief={onPanelBrief}
              onOffer={onOffer}
              onPoint={setPointed}
              shown={checked}
              onShow={setChecked}
            />
          )}
          {panel.plan && stage === "handle" && (
            <HandlePanel
              bag={bag.id}
              plan={panel.plan}
              brief={panel.brief}
              fault={panel.fault}
              onBrief={onPanelBrief}
              onPoint={setPointed}
              save={saving.save}
            />
          )}
          {plan && stage !== "size" && stage !== "handle" && (
            <Steps plan={plan} stage={stage} pass={pass} onPass={onPass} />
          )}
          {plan && stage === "trim" && <Leftovers bag={bag.id} brief={settled} plan={plan} />}
          <StageKeys />
        </div>
      </aside>
      {saving.conflict && (
        <Conflict
          mine={draft}
          stored={saving.conflict}
          onMine={() => {
            saving.settle(saving.conflict!);
            history.set({ ...draft });
          }}
          onStored={() => {
            const stored = saving.conflict!;
            saving.settle(stored);
            history.set({ name: stored.name, brief: stored.brief });
          }}
        />
      )}
    </div>
  );
}

/** Whether a draft without a plan can be saved. */
const standingOf = (problem: ProblemDetails | null): Savable => {
  if (!problem) return "pending";
  return problem.status >= 400 && problem.status < 500 ? "faulty" : "unanswered";
};

// They are drawn again only when what they show has changed.
const TheSheet = memo(SheetDrawing);
const SizePanel = memo(SizeStage);
const HandlePanel = memo(HandleStage);
