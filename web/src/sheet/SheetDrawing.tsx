// The sheet drawn to scale, with everything that is to be cut, scored and glued, and the measurements on it.

import { useMemo, useRef, type KeyboardEvent } from "react";
import type { Fold, Piece, Plan, SheetCut } from "../api/client";
import { FigureInSvg } from "../words/Figure";
import { DimensionFields, DimensionLines } from "./Dimensions";
import { Facets } from "./Facets";
import { BAND, fit, shifted, type Frame } from "./frame";
import { PieceLines } from "./PieceLines";
import { Rulers } from "./Rulers";
import { useSpace } from "./useSpace";

export interface Line {
  id: string;
  says: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

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

/** Every line that can be pointed at, from left to right, then from the bottom up. */
function linesOf(piece: Piece): Line[] {
  const glue = piece.glue.map(({ id, says, corners }) => {
    const xs = corners.map(([x]) => x ?? 0);
    const ys = corners.map(([, y]) => y ?? 0);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    return { id, says, x1: middle, x2: middle, y1: Math.min(...ys), y2: Math.max(...ys) };
  });
  const lines = [...piece.creases, ...piece.cuts].map(({ id, says, x1, y1, x2, y2 }) => ({
    id,
    says,
    x1,
    y1,
    x2,
    y2,
  }));
  const holes = piece.holes.map(({ id, says, at: [x = 0, y = 0], half: [wide = 0] }) => {
    return { id, says, x1: x - wide, x2: x + wide, y1: y, y2: y };
  });
  return [...lines, ...holes, ...glue].sort((a, b) => a.x1 - b.x1 || a.y1 - b.y1);
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
    const steps: Record<string, number> = { ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, ArrowUp: 1 };
    const step = steps[event.key];
    if (event.key === "Escape") onRead(null);
    if (!step) return;
    event.preventDefault();
    const here = lines.findIndex((line) => line.id === read);
    const next = here < 0 ? (step > 0 ? 0 : lines.length - 1) : (here + step + lines.length) % lines.length;
    onRead(lines[next] ?? null);
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
                const taken = scores && above > -1 ? (ground.compact ? BAND : SCORES_TALL) - above : 0;
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
            {lines.map((line) => (
              <line
                key={line.id}
                id={`line-${line.id}`}
                role="option"
                aria-selected={read === line.id}
                aria-label={line.says}
                className={`hit${read === line.id ? " is-read" : ""}`}
                x1={frame.x(line.x1)}
                y1={frame.y(line.y1)}
                x2={frame.x(line.x2)}
                y2={frame.y(line.y2)}
                onMouseEnter={() => onRead(line)}
                onClick={() => onRead(line)}
              />
            ))}
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

function Hatches() {
  return (
    <defs>
      <pattern
        id="hatch-glue"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="7" />
      </pattern>
      <pattern
        id="hatch-over"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <line x1="0" y1="0" x2="0" y2="6" />
        <line x1="0" y1="0" x2="6" y2="0" />
      </pattern>
      <pattern
        id="hatch-lit"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <line x1="0" y1="0" x2="0" y2="8" />
      </pattern>
      <pattern id="hatch-left" width="12" height="12" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="0.9" />
      </pattern>
    </defs>
  );
}

function Ground({ sheet, frame }: { sheet: SheetCut; frame: Frame }) {
  return (
    <rect
      className="sheet"
      x={frame.x(0)}
      y={frame.y(sheet.height_mm)}
      width={sheet.width_mm * frame.scale}
      height={sheet.height_mm * frame.scale}
    />
  );
}

/** Height in pixels that the figures of the scores take above the piece. */
const SCORES_TALL = 40;

function Leftovers({ sheet, frame, scores }: { sheet: SheetCut; frame: Frame; scores: boolean }) {
  return (
    <g className="leftover" aria-hidden="true">
      {sheet.offcuts.map((offcut, index) => {
        const [x, y] = [frame.x(offcut.x_mm), frame.y(offcut.y_mm + offcut.height_mm)];
        const [width, height] = [offcut.width_mm * frame.scale, offcut.height_mm * frame.scale];
        // Above the piece the figures of the scores come first.
        const taken = frame.compact ? BAND : SCORES_TALL;
        const free = scores && offcut.y_mm > 0 ? height - taken : height;
        const [middle, level] = [x + width / 2, y + free / 2];
        return (
          <g key={index}>
            <rect x={x} y={y} width={width} height={height} />
            {width > 90 && free > 26 && <FigureInSvg text={offcut.size} x={middle} y={level + 8} size={22} />}
            {width <= 90 && width > 26 && height > 110 && (
              <g transform={`rotate(-90 ${middle} ${level})`}>
                <FigureInSvg text={offcut.size} x={middle} y={level + 8} size={22} />
              </g>
            )}
          </g>
        );
      })}
      {sheet.trims.map((trim, index) => {
        const ends = ofTrim(trim);
        return (
          <line
            key={index}
            className="trim"
            x1={frame.x(ends.x1)}
            y1={frame.y(ends.y1)}
            x2={frame.x(ends.x2)}
            y2={frame.y(ends.y2)}
          />
        );
      })}
    </g>
  );
}

/** Where the blade runs, in the frame of the sheet. */
function ofTrim({ on, blade, keep_mm }: SheetCut["trims"][number]) {
  const [x, y] = [on.x_mm + keep_mm, on.y_mm + keep_mm];
  return blade === "upright"
    ? { x1: x, x2: x, y1: on.y_mm, y2: on.y_mm + on.height_mm }
    : { x1: on.x_mm, x2: on.x_mm + on.width_mm, y1: y, y2: y };
}

/** A small part on the sheet: its edge and its name, which runs along its longer side; clear of so many pixels at its foot. */
export function SmallPart(props: { placed: SheetCut["placed"][number]; frame: Frame; taken?: number }) {
  const { placed, frame, taken = 0 } = props;
  const { x_mm, y_mm, width_mm, height_mm } = placed.space;
  const [x, y] = [frame.x(x_mm), frame.y(y_mm + height_mm)];
  const [width, height] = [width_mm * frame.scale, height_mm * frame.scale];
  const free = height - taken;
  const [middle, level] = [x + width / 2, y + free / 2];
  const stands = free > width;
  const fits = Math.max(width, free) > 90 && Math.min(width, free) > 18;
  return (
    <g className="small-part" aria-hidden="true">
      <rect x={x} y={y} width={width} height={height} />
      {fits && (
        <text
          x={middle}
          y={level + 5}
          textAnchor="middle"
          transform={stands ? `rotate(-90 ${middle} ${level})` : undefined}
        >
          {placed.small}
        </text>
      )}
    </g>
  );
}

function GlueAreas(props: { piece: Piece; frame: Frame; shown: boolean; read: string | null }) {
  const { piece, frame, shown, read } = props;
  return (
    <g className={`glue${shown ? " is-shown" : ""}`} aria-hidden="true">
      {piece.glue.map(({ id, corners, face, role }) => (
        <polygon
          key={id}
          className={`is-${face} is-${role}${read === id ? " is-read" : ""}`}
          points={corners.map(([x, y]) => `${frame.x(x ?? 0)},${frame.y(y ?? 0)}`).join(" ")}
        />
      ))}
    </g>
  );
}

/** What reaches past the sheet, hatched. */
function Overhang({ sheet, piece, frame }: { sheet: SheetCut; piece: Piece; frame: Frame }) {
  const [right = 0, up = 0] = sheet.overhang_mm;
  return (
    <g className="overhang" aria-hidden="true">
      {right > 0 && (
        <rect
          x={frame.x(sheet.width_mm)}
          y={frame.y(piece.height_mm)}
          width={right * frame.scale}
          height={piece.height_mm * frame.scale}
        />
      )}
      {up > 0 && (
        <rect
          x={frame.x(0)}
          y={frame.y(piece.height_mm)}
          width={piece.width_mm * frame.scale}
          height={up * frame.scale}
        />
      )}
      {(right > 0 || up > 0) && (
        <rect
          className="sheet-edge"
          x={frame.x(0)}
          y={frame.y(sheet.height_mm)}
          width={sheet.width_mm * frame.scale}
          height={sheet.height_mm * frame.scale}
        />
      )}
    </g>
  );
}

function PanelNames({ piece, frame }: { piece: Piece; frame: Frame }) {
  const body = piece.rows.find((row) => row.kind === "body");
  // On a small piece names would only lie over one another; pointing at a line says them.
  if (!body || (body.to_mm - body.from_mm) * frame.scale < 70) return null;
  const y = frame.y(body.from_mm) - 10;
  const behind = piece.rows.find((row) => row.kind === "back_body");
  return (
    <g className="panel-name" aria-hidden="true">
      {behind && (
        <text
          x={frame.x(piece.width_mm / 2)}
          y={frame.y((behind.from_mm + behind.to_mm) / 2)}
          textAnchor="middle"
        >
          back, upside down
        </text>
      )}
      {piece.columns.map((column, index) => {
        const x = frame.x((column.from_mm + column.to_mm) / 2);
        const width = (column.to_mm - column.from_mm) * frame.scale;
        const name = column.kind === "gusset" && width < 92 ? "gusset" : column.name.split(",")[0];
        const upright = width >= 62;
        if (width < 16) return null;
        return (
          <text
            key={index}
            x={x}
            y={y}
            textAnchor={upright ? "middle" : "start"}
            transform={upright ? undefined : `rotate(-90 ${x} ${y}) translate(0 4)`}
          >
            {name}
          </text>
        );
      })}
    </g>
  );
}

/** The pattern's up-arrow: on the front's base flap where nothing else is written, or in the corner of the sheet. */
function PatternUp(props: { plan: Plan; piece: Piece; sheet: SheetCut; frame: Frame }) {
  const { plan, piece, sheet, frame } = props;
  const front = piece.columns.find((column) => column.kind === "front" || column.kind === "back");
  const base = piece.rows.find((row) => row.kind === "base");
  if (!front || !base || !plan.brief.sheet?.directional) return null;
  const shallow = base.to_mm * frame.scale < 34;
  const words = !shallow && (front.to_mm - front.from_mm) * frame.scale > 110;
  const x = shallow
    ? frame.x(sheet.width_mm - frame.left) - 16
    : frame.x((front.from_mm + front.to_mm) / 2) - (words ? 40 : 0);
  const y = shallow ? frame.y(sheet.height_mm) + 22 : frame.y(base.to_mm / 2);
  return (
    <g className="pattern-up" aria-hidden="true">
      <path
        d={`M ${x} ${y + 12} v -24 m -6 8 l 6 -8 l 6 8`}
        transform={plan.brief.sheet.turned ? `rotate(90 ${x} ${y})` : undefined}
      />
      {words && (
        <text x={x + 16} y={y + 5}>
          pattern up
        </text>
      )}
    </g>
  );
}

/** Distances of the scores: upright lines above the piece, level ones beside it. */
function Scores({ piece, frame, marked }: { piece: Piece; frame: Frame; marked: Set<string> }) {
  const upright = new Map<string, { x: number; at: string; marked: boolean }>();
  for (const crease of piece.creases) {
    if (crease.x1 !== crease.x2) continue;
    const known = upright.get(crease.at);
    upright.set(crease.at, {
      x: crease.x1,
      at: crease.at,
      marked: (known?.marked ?? false) || marked.has(crease.id),
    });
  }
  const y = frame.y(piece.height_mm) - 12;
  const all = [...upright.values()].sort((a, b) => a.x - b.x);
  const levels = staggered(all.map(({ x, at }) => ({ x: frame.x(x), text: at })));
  return (
    <g className="scores">
      {all.map(({ x, at, marked: on }, index) => (
        <FigureInSvg
          key={index}
          text={at}
          x={frame.x(x)}
          y={y - (levels[index] ?? 0) * 20}
          size={20}
          className={on ? "is-marked" : ""}
        />
      ))}
    </g>
  );
}

/** Pixels that a figure of so many letters takes, with a gap beside it. */
const wide = (text: string) => Math.max(34, text.length * 10 + 8);

/** On which of a few levels each figure stands, so that neighbours do not lie over one another. */
function staggered(figures: { x: number; text: string }[]): number[] {
  // The right end of the last figure on each level.
  const ends = [-Infinity, -Infinity];
  return figures.map(({ x, text }) => {
    const half = wide(text) / 2;
    const free = ends.findIndex((end) => x - half >= end);
    const level = free < 0 ? ends.indexOf(Math.min(...ends)) : free;
    ends[level] = x + half;
    return level;
  });
}
