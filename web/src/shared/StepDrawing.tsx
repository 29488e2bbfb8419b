// Where a step is done: the sheet and its cuts, the piece on the board, its lines, or the bag as it comes to stand.

import { useMemo, useRef, useState } from "react";
import type { Plan, Step } from "../api/client";
import { BagPicture } from "../fold/BagPicture";
import { MovingBag } from "../fold/MovingBag";
import { openBag, useFold } from "../fold/useFold";
import { InGuide } from "../sheet/InGuide";
import { OnBoard } from "../sheet/OnBoard";
import { PieceLines } from "../sheet/PieceLines";
import { SheetHatches, SheetPicture } from "../sheet/SheetPicture";
import { GlueAreas } from "../sheet/layers/GlueAreas";
import { Hatches } from "../sheet/layers/Hatches";
import { useSpace } from "../sheet/useSpace";
import { FromCloseBy } from "./FromCloseBy";

/** Written on a drawing: read from a metre away, or from the hand where there is little room. */
const typeFor = (width: number) => (width > 460 ? 28 : 15);
const GAP = 24;

export function StepDrawing({ plan, step }: { plan: Plan; step: Step }) {
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const pass = typeof step.pass === "number" ? plan.passes[step.pass] : undefined;
  const feed = typeof step.feed === "number" ? plan.feeds[step.feed] : undefined;
  // What is laid on a panel is seen on the whole of it; what is cut or punched, from close by.
  const close = step.spots.length > 0 && step.laid.length === 0;
  const glued = step.scene === "glued" || (step.scene === "bag" && step.glue.length > 0);
  return (
    <div className="step-drawing" ref={box}>
      {space && feed && <InGuide plan={plan} feed={feed} {...space} type={typeFor(space.width)} />}
      {space && pass && <OnBoard plan={plan} pass={pass} {...space} type={typeFor(space.width)} />}
      {space && step.scene === "sheets" && <Sheets plan={plan} {...space} />}
      {space && step.scene === "flat" && !close && (
        <Pieces plan={plan} step={step} {...space} type={typeFor(space.width)} />
      )}
      {space && step.scene === "flat" && close && <FromCloseBy plan={plan} spots={step.spots} {...space} />}
      {space && glued && <Glued plan={plan} step={step} {...space} />}
      {space && step.scene === "bag" && !glued && <Moving key={step.id} plan={plan} step={step} {...space} />}
      {space && step.scene === "finished" && <Standing plan={plan} {...space} />}
    </div>
  );
}

interface Space {
  width: number;
  height: number;
}

function Sheets({ plan, width, height }: Space & { plan: Plan }) {
  const { sheets } = plan.layout;
  const wide = sheets.reduce((sum, sheet) => sum + sheet.width_mm, 0);
  const tall = Math.max(...sheets.map((sheet) => sheet.height_mm));
  const scale = Math.min((width - GAP * sheets.length) / (wide || 1), (height - GAP) / (tall || 1));
  return (
    <div className="step-sheets">
      <SheetHatches />
      {sheets.map((sheet, index) => (
        <SheetPicture key={index} sheet={sheet} scale={scale} kindOf={(placed) => (placed.piece ?? 1) + 1} />
      ))}
    </div>
  );
}

/** Where this step's glue goes, and what the bag becomes by it. */
function Glued({ plan, step, width, height }: Space & { plan: Plan; step: Step }) {
  const moves = (step.folds[1] ?? 0) > (step.folds[0] ?? 0);
  const beside = width > height * 1.25;
  const half = beside
    ? { width: moves ? width / 2 : width, height }
    : { width, height: moves ? height / 2 : height };
  return (
    <div className={`step-glued${beside ? " is-beside" : ""}`}>
      <Pieces plan={plan} step={step} {...half} glue={step.glue} type={typeFor(width)} />
      {moves && <Moving key={step.id} plan={plan} step={step} {...half} />}
    </div>
  );
}

/** The bag as it moves into the state this step leaves it in. */
function Moving({ plan, step, width, height }: Space & { plan: Plan; step: Step }) {
  const fold = useFold(plan.brief).data;
  const [run, setRun] = useState(0);
  const [from = 0, to = 1] = step.folds;
  return (
    fold && (
      <div className="step-moving">
        <MovingBag key={run} fold={fold} from={from} to={to} width={width} height={height} />
        {to > from && (
          <button type="button" onClick={() => setRun(run + 1)}>
            Show again
          </button>
        )}
      </div>
    )
  );
}

/** Every piece once, unrolled, with what a step lays on it, and its glue areas if they are what is worked on. */
function Pieces(props: Space & { plan: Plan; step: Step; type: number; glue?: string[] }) {
  const { plan, step, width, height, type, glue } = props;
  const { pieces } = plan;
  const wide = pieces.reduce((sum, piece) => sum + piece.width_mm, 0);
  const tall = Math.max(...pieces.map((piece) => piece.height_mm));
  const scale = Math.min((width - GAP * (pieces.length + 1)) / (wide || 1), (height - GAP * 2) / (tall || 1));
  const lefts = pieces.map((_, index) =>
    pieces.slice(0, index).reduce((sum, piece) => sum + piece.width_mm * scale + GAP, GAP),
  );
  return (
    <svg width={width} height={height} role="img" aria-label="The pieces, with what is folded and cut">
      <Hatches />
      {pieces.map((piece, index) => {
        const place = {
          x: (mm: number) => (lefts[index] ?? 0) + mm * scale,
          y: (mm: number) => (height + tall * scale) / 2 - mm * scale,
        };
        return (
          <g key={`${index} ${piece.name}`}>
            <PieceLines piece={piece} place={place} />
            {step.laid
              .filter((laid) => laid.piece === index)
              .map((laid, n) => (
                <polygon
                  key={n}
                  className={`laid${laid.inside ? " is-inside" : ""}`}
                  points={laid.corners.map(([x = 0, y = 0]) => `${place.x(x)},${place.y(y)}`).join(" ")}
                />
              ))}
            {glue && <GlueAreas piece={piece} frame={place} shown read={null} only={glue} />}
            {step.flaps
              .filter((flap) => flap.piece === index)
              .map(({ at: [x = 0, y = 0], place: number }, n) => (
                <text
                  key={n}
                  className="flap-place"
                  x={place.x(x)}
                  y={place.y(y)}
                  textAnchor="middle"
                  dominantBaseline="central"
                  fontSize={type}
                >
                  {number}
                </text>
              ))}
          </g>
        );
      })}
    </svg>
  );
}

/** The bag with what is put on it. */
function Standing({ plan, width, height }: Space & { plan: Plan }) {
  const fold = useFold(plan.brief).data;
  const standing = useMemo(() => fold && openBag(fold), [fold]);
  return standing && <BagPicture standing={standing} width={width} height={height} />;
}
