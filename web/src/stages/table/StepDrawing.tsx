// Where a step is done: the sheet and its cuts, the piece on the board, its lines, or the bag as it comes to stand.

import { useMemo, useRef } from "react";
import type { Plan, Step } from "../../api/client";
import { BagPicture } from "../../fold/BagPicture";
import { openBag, useFold } from "../../fold/useFold";
import { OnBoard } from "../../sheet/OnBoard";
import { PieceLines } from "../../sheet/PieceLines";
import { SheetHatches, SheetPicture } from "../../sheet/SheetPicture";
import { GlueAreas } from "../../sheet/layers/GlueAreas";
import { Hatches } from "../../sheet/layers/Hatches";
import { useSpace } from "../../sheet/useSpace";

/** Written on a drawing: read from a metre away, or from the hand where there is little room. */
const typeFor = (width: number) => (width > 460 ? 28 : 15);
const GAP = 24;

export function StepDrawing({ plan, step }: { plan: Plan; step: Step }) {
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const pass = typeof step.pass === "number" ? plan.passes[step.pass] : undefined;
  return (
    <div className="step-drawing" ref={box}>
      {space && pass && <OnBoard plan={plan} pass={pass} {...space} type={typeFor(space.width)} />}
      {space && step.scene === "sheets" && <Sheets plan={plan} {...space} />}
      {space && step.scene === "flat" && <Pieces plan={plan} {...space} />}
      {space && step.scene === "glued" && <Pieces plan={plan} {...space} glue />}
      {space && step.scene === "bag" && <Standing plan={plan} {...space} bare />}
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

/** Every piece once, unrolled, with its glue areas if they are what is worked on. */
function Pieces({ plan, width, height, glue = false }: Space & { plan: Plan; glue?: boolean }) {
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
            {glue && <GlueAreas piece={piece} frame={place} shown read={null} />}
          </g>
        );
      })}
    </svg>
  );
}

/** The bag; bare, it has nothing on it yet. */
function Standing({ plan, width, height, bare = false }: Space & { plan: Plan; bare?: boolean }) {
  const fold = useFold(plan.brief).data;
  const standing = useMemo(() => {
    if (!fold) return null;
    return bare ? { facets: fold.facets, pose: fold.poses.at(-1)?.facets ?? [] } : openBag(fold);
  }, [fold, bare]);
  return standing && <BagPicture standing={standing} width={width} height={height} />;
}
