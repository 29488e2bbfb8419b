// The measurements on the drawing: their lines, and the fields in which they are edited.

import type { Dimension, Piece, Plan, SheetCut } from "../api/client";
import { DimensionField } from "./DimensionField";
import type { Frame } from "./frame";

/** Narrower panels than this many pixels carry their figure on the panel next to them. */
const NARROWEST_ON_PANEL = 70;

interface Placed {
  dimension: Dimension;
  place: "on-panel" | "beside" | "next-to";
  /** Where the field is anchored, in pixels. */
  x: number;
  y: number;
  /** For a field next to its panel: true if the panel is to the right of it. */
  panelOnRight: boolean;
}

function place(dimension: Dimension, frame: Frame, piece: Piece, sheet: SheetCut): Placed {
  const middle = (dimension.from_mm + dimension.to_mm) / 2;
  if (dimension.axis === "up") {
    const x = frame.x(Math.max(piece.width_mm, sheet.width_mm)) + 14;
    return { dimension, place: "beside", x, y: frame.y(middle), panelOnRight: false };
  }
  const body = piece.rows.find((row) => row.kind === "body");
  const height = (share: number) =>
    frame.y((body?.from_mm ?? 0) + ((body?.to_mm ?? 0) - (body?.from_mm ?? 0)) * share);
  if ((dimension.to_mm - dimension.from_mm) * frame.scale >= NARROWEST_ON_PANEL) {
    return { dimension, place: "on-panel", x: frame.x(middle), y: height(0.5), panelOnRight: false };
  }
  const panelOnRight = middle > piece.width_mm / 2;
  const x = frame.x(panelOnRight ? dimension.from_mm : dimension.to_mm);
  return { dimension, place: "next-to", x, y: height(0.82), panelOnRight };
}

interface Shown {
  plan: Plan;
  /** Which of the plan's pieces is drawn. */
  piece: number;
  sheet: SheetCut;
  frame: Frame;
}

/** The measurements of one piece, each with its place. */
function all({ plan, piece: index, sheet, frame }: Shown): Placed[] {
  const piece = plan.pieces[index];
  if (!piece) return [];
  const own = plan.dimensions.filter((dimension) => dimension.piece === index);
  return own.map((dimension) => place(dimension, frame, piece, sheet));
}

/** Lines with ticks at their ends, inside the drawing. */
export function DimensionLines(shown: Shown) {
  const { frame } = shown;
  return (
    <g className="dimension-line" aria-hidden="true">
      {all(shown).map(({ dimension, place: where, x, y, panelOnRight }) => {
        const { field, from_mm: from, to_mm: to } = dimension;
        if (where === "beside") {
          const [low, high] = [frame.y(from), frame.y(to)];
          return (
            <path key={field} d={`M ${x - 5} ${low} h 10 M ${x - 5} ${high} h 10 M ${x} ${low} V ${high}`} />
          );
        }
        if (where === "on-panel") {
          const [left, right] = [frame.x(from) + 4, frame.x(to) - 4];
          const level = y + 36;
          return (
            <path
              key={field}
              d={`M ${left} ${level - 5} v 10 M ${right} ${level - 5} v 10 M ${left} ${level} H ${right}`}
            />
          );
        }
        const out = panelOnRight ? 1 : -1;
        const tip = frame.x((from + to) / 2);
        return (
          <path
            key={field}
            d={`M ${x - out * 14} ${y + 6} H ${tip} M ${tip - out * 5} ${y + 2} L ${tip} ${y + 6} L ${tip - out * 5} ${y + 10}`}
          />
        );
      })}
    </g>
  );
}

const SHIFT = { "on-panel": "translate(-50%, -50%)", beside: "translateY(-50%)" };

/** The fields, laid over the drawing. */
export function DimensionFields(
  props: Shown & {
    fault: { field: string; sentence: string } | null;
    onDimension: (field: string, text: string) => void;
  },
) {
  const { frame, fault, onDimension } = props;
  return all(props).map(({ dimension, place: where, x, y, panelOnRight }) => (
    <DimensionField
      key={dimension.field}
      dimension={dimension}
      place={where}
      messageToLeft={x > frame.width / 2}
      error={fault?.field === dimension.field ? fault.sentence : undefined}
      style={{
        left: where === "beside" ? x + 8 : where === "next-to" ? x + (panelOnRight ? -14 : 14) : x,
        top: y,
        transform: where === "next-to" ? `translate(${panelOnRight ? "-100%" : "0"}, -50%)` : SHIFT[where],
      }}
      onChange={(text) => onDimension(dimension.field, text)}
    />
  ));
}
