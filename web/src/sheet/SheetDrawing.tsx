// The sheet drawn to scale, with everything that is to be cut, scored and glued, and the measurements on it.

import { useMemo, useRef, type KeyboardEvent } from "react";
import type { Fold, Plan } from "../api/client";
import { DimensionFields, DimensionLines } from "./Dimensions";
import { Facets } from "./Facets";
import { fit, shifted } from "./frame";
import { GlueAreas } from "./layers/GlueAreas";
import { Ground, Overhang } from "./layers/Ground";
import { Hatches } from "./layers/Hatches";
import { Leftovers } from "./layers/Leftovers";
import { PanelNames } from "./layers/PanelNames";
import { PatternUp } from "./layers/PatternUp";
import { Readable } from "./layers/Readable";
import { Scores, scoresTall } from "./layers/Scores";
import { SmallPart } from "./layers/SmallPart";
import { afterKey, linesOf, type Line } from "./lines";
import { PieceLines } from "./PieceLines";
import { Rulers } from "./Rulers";
import { useSpace } from "./useSpace";

export interface SheetDrawingProps {
  plan: Plan;
  /** Which of the plan's pieces is drawn, on its sheet. */
  piece: number;
  /** Lines that stand out. */
  marked: Set<string>;
  /** True while glue areas stand out. */
  glue: boolean;
  /** True while trims and leftovers stand out. */
  trims: boolean;
  /** True while the distances of the scores are written above the piece. */
  scores: boolean;
  /** The line that is read at the moment. */
  read: string | null;
  onRead: (line: Line | null) => void;
  /** The bag folded from the sheet, whose flat parts can be pointed at. */
  fold: Fold | undefined;
  /** Flat parts that stand out. */
  lit: Set<number>;
  onFacet: (facet: number | null) => void;
  /** The field at fault and its sentence. */
  fault: { field: string; sentence: string } | null;
  /** Sets a measurement; nothing while the drawing is only read. */
  onDimension?: (field: string, text: string) => void;
}

export function SheetDrawing(props: SheetDrawingProps) {
  const { plan, piece: index, marked, glue, trims, scores, read, onRead, fault, onDimension } = props;
  const { fold, lit, onFacet } = props;
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const sheet = plan.layout.sheets.find((cut) => cut.placed.some((placed) => placed.piece === index));
  const piece = plan.pieces[index];
  const lines = useMemo(() => (piece ? linesOf(piece) : []), [piece]);
  if (!sheet || !piece) return null;
  const ground = space && fit(sheet, piece, space);
  const own = sheet.placed.find((placed) => placed.piece === index) ?? sheet.placed[0];
  const others = sheet.placed.filter((placed) => placed !== own);
  const frame = ground && shifted(ground, own?.space.x_mm ?? 0, own?.space.y_mm ?? 0);

  const keys = (event: KeyboardEvent) => {
    if (event.key === "Escape") onRead(null);
    const next = afterKey(lines, read, event.key);
    if (!next) return;
    event.preventDefault();
    onRead(next);
  };

  return (
    <div className="drawing" ref={box}>
      {ground && frame && (
        <div className="drawing-frame" style={{ width: frame.width, height: frame.height }}>
          <svg
            width={frame.width}
            height={frame.height}
            role="listbox"
            tabIndex={0}
            aria-label={`The sheet, ${sheet.width} by ${sheet.height}, and the piece on it, ${piece.width} by ${piece.height}. Arrow keys read its lines.`}
            aria-activedescendant={read ? `line-${read}` : undefined}
            onKeyDown={keys}
            onMouseLeave={() => {
              onRead(null);
              onFacet(null);
            }}
          >
            <Hatches />
            <Ground sheet={sheet} frame={ground} />
            {trims && <Leftovers sheet={sheet} frame={ground} scores={scores} />}
            {others.map((placed, key) => {
              const { x_mm, y_mm } = placed.space;
              const other = plan.pieces[placed.piece ?? -1];
              if (!other) {
                // Above the piece the figures of its scores come first.
                const above = (y_mm - (own?.space.y_mm ?? 0) - piece.height_mm) * ground.scale;
                const taken = scores && above > -1 ? scoresTall(ground) - above : 0;
                return <SmallPart key={key} placed={placed} frame={ground} taken={Math.max(0, taken)} />;
              }
              return <PieceLines key={key} piece={other} place={shifted(ground, x_mm, y_mm)} />;
            })}
            <PieceLines piece={piece} place={frame} marked={marked} />
            <GlueAreas piece={piece} frame={frame} shown={glue} read={read} />
            <Overhang sheet={sheet} piece={piece} frame={ground} />
            {fold && <Facets fold={fold} piece={index} place={frame} lit={lit} onPoint={onFacet} />}
            <PanelNames piece={piece} frame={frame} />
            <PatternUp plan={plan} piece={piece} sheet={sheet} frame={frame} />
            {scores && <Scores piece={piece} frame={frame} marked={marked} />}
            <Rulers frame={ground} wide={sheet.width_mm} tall={sheet.height_mm} unit={plan.unit} />
            {onDimension && <DimensionLines plan={plan} piece={index} sheet={sheet} frame={frame} />}
            <Readable lines={lines} frame={frame} read={read} onRead={onRead} />
          </svg>
          {onDimension && (
            <DimensionFields
              plan={plan}
              piece={index}
              sheet={sheet}
              frame={frame}
              fault={fault}
              onDimension={onDimension}
            />
          )}
        </div>
      )}
    </div>
  );
}
