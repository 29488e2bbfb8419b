// What is drawn in the middle of the workbench: the sheet, the face, the folded bag, or the ways to make it.

import { memo, useMemo } from "react";
import type { Brief, Fold, Plan } from "../../api/client";
import { Failed } from "../../api/Failed";
import { FoldView } from "../../fold/FoldView";
import { twins, useFold } from "../../fold/useFold";
import { SheetDrawing } from "../../sheet/SheetDrawing";
import { Figure } from "../../words/Figure";
import { nameOf } from "../../fold/nameOf";
import { Companion, PieceSwitch, ShownSwitch, Standing } from "./Drawn";
import { FaceDrawing } from "./handle/FaceDrawing";
import { withFitting } from "./handle/withFitting";
import type { Look, Looking } from "./looking";
import { markedLines } from "./markedLines";
import { WaysView } from "./ways/WaysView";

/** Drawn again only when what it shows has changed. */
const TheSheet = memo(SheetDrawing);

/** The brief with figures set on the face. */
function withFittings(brief: Brief, figures: [string, string][]): Brief {
  return figures.reduce((now, [field, text]) => withFitting(now, field, text), brief);
}

/** The parts of the paper that stand out. */
function useLit(fold: Fold | undefined, facet: Looking["facet"], checked: number | null) {
  // What is pointed at comes before what was pressed in the proof.
  return useMemo(() => {
    if (!fold) return new Set<number>();
    if (facet) return new Set(twins(fold, facet.index));
    return new Set(checked === null ? [] : fold.checks[checked]);
  }, [fold, facet, checked]);
}

export function BenchSheet(props: {
  plan: Plan | null;
  brief: Brief;
  looking: Looking;
  look: Look;
  fault: { field: string; sentence: string } | null;
  /** Figures that were set on the face. */
  onBrief: (brief: Brief, key?: string) => void;
  /** A way to make the bag that was taken. */
  onTaken: (brief: Brief) => void;
  onDimension: (field: string, text: string) => void;
}) {
  const { plan, brief, looking, look, fault, onBrief, onTaken, onDimension } = props;
  const { stage, shown, manner, pass, facet, checked, read, pointed } = looking;
  const folding = useFold(plan?.brief);
  const fold = folding.data;
  const piece = plan?.pieces[looking.piece] ? looking.piece : 0;
  const marked = useMemo(
    () => markedLines(plan, piece, stage, pass, pointed),
    [plan, piece, stage, pass, pointed],
  );
  const lit = useLit(fold, facet, checked);
  const onFigures = (figures: [string, string][], key?: string) => onBrief(withFittings(brief, figures), key);
  const named = facet && fold ? nameOf(fold, facet.index, facet.outside) : null;
  return (
    <main
      className={`bench-sheet${shown === "ways" ? "" : " is-pinned"}`}
      aria-label="The sheet and the bag"
      tabIndex={-1}
    >
      {plan && (
        <div className="sheet-head">
          <ShownSwitch shown={shown} onShown={look.at} face={stage === "handle"} />
          {shown === "sheet" && stage !== "handle" && (
            <PieceSwitch plan={plan} piece={piece} onPiece={look.atPiece} />
          )}
        </div>
      )}
      {shown === "bag" && <Failed asked={folding} what="The folded bag" />}
      {plan && fold && shown === "bag" && (
        <FoldView fold={fold} manner={manner} onManner={look.inManner} lit={lit} onPoint={look.atFacet} />
      )}
      {plan && shown === "sheet" && stage === "handle" && (
        <FaceDrawing plan={plan} fault={fault} onFigures={onFigures} />
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
          onRead={look.atLine}
          fold={fold}
          lit={lit}
          onFacet={look.atFacet}
          fault={fault}
          {...(stage === "size" && { onDimension })}
        />
      )}
      {plan && shown === "ways" && (
        <WaysView
          brief={brief}
          onBrief={(next) => {
            onTaken(next);
            look.at("sheet");
          }}
        />
      )}
      {shown !== "ways" && (
        <Foot plan={plan} piece={piece} looking={looking} look={look} named={named} fold={fold} lit={lit} />
      )}
    </main>
  );
}

/** What is read, and the other of the two drawings, small. */
function Foot(props: {
  plan: Plan | null;
  piece: number;
  looking: Looking;
  look: Look;
  named: string | null;
  fold: Fold | undefined;
  lit: Set<number>;
}) {
  const { plan, piece, looking, look, named, fold, lit } = props;
  const shown = looking.shown === "bag" ? "bag" : "sheet";
  return (
    <div className="sheet-foot">
      <p className="reading">
        <Reading plan={plan} piece={piece} looking={looking} named={named} />
      </p>
      {plan && fold && (
        <Companion
          shown={shown}
          plan={plan}
          fold={fold}
          lit={lit}
          onFacet={look.atFacet}
          onSwitch={look.swap}
        />
      )}
    </div>
  );
}

/** What is read of the drawing at the moment, or how it can be read. */
function Reading(props: { plan: Plan | null; piece: number; looking: Looking; named: string | null }) {
  const { plan, piece, looking, named } = props;
  const { shown, stage, read } = looking;
  if (shown === "bag") {
    return named ?? "Point at a part to read its name. Drag, or use the arrow keys, to turn the bag.";
  }
  if (stage !== "handle") {
    return read ? <Figure text={read.says} /> : <Standing plan={plan} piece={piece} part={named} />;
  }
  const rings = plan?.fittings.figures.some(
    ({ field, place }) => field === "handle.from_centre" || (field === "handle.down" && place?.axis === "up"),
  );
  if (rings) {
    return "Drag the rings, or move them with the arrow keys; the other side follows, and the other face.";
  }
  return plan?.fittings.customary
    ? "Figures are typed where they lie; both faces follow."
    : "Pick a handle beside the face; it is drawn on this bag.";
}
