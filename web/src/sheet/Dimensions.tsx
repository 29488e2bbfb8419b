// The measurements on the drawing: their lines, and the fields in which they are edited.

import type { Dimension, Piece, Plan, SheetCut } from "../api/client";
import { DimensionField } from "./DimensionField";
import { spread, type Frame } from "./frame";

/** Narrower panels than this many pixels carry their figure on the panel next to them. */
const NARROWEST_ON_PANEL = 70;
/** How far above a small piece the middle of its measurements stands: over the figures of the scores. */
const ABOVE_SCORES = 94;
/** How far above the piece its brackets lie: over both levels of scores. */
const BRACKETS = 54;
/** Room in pixels that fields take beside a small piece. */
const ROOM_BESIDE = 130;
/** The middle of a field is at least so far below the top edge of the piece that its name stays clear of it. */
const BELOW_TOP = 36;
/** How wide a field is, and how far its middle stands from the panel it is next to. */
const FIELD_WIDE = 92;
const NEXT_TO_MIDDLE = 54;
/** Fields stand at least this far apart, in pixels. */
const APART = { across: 84, up: 58 };
const APART_ON_A_PHONE = { across: 70, up: 56 };

interface Placed {
  dimension: Dimension;
  place: "on-panel" | "beside" | "next-to" | "above";
  /** Where the field is anchored, in pixels. */
  x: number;
  y: number;
  /** For a field next to its panel: true if the panel is to the right of it. */
  panelOnRight: boolean;
}

function place(dimension: Dimension, frame: Frame, piece: Piece, sheet: SheetCut): Placed {
  const middle = (dimension.from_mm + dimension.to_mm) / 2;
  if (dimension.axis === "up") {
    // Beside the sheet, or beside the piece where that is small and lies in a corner.
    const edge = sheet.width_mm - frame.left;
    const free = (edge - piece.width_mm) * frame.scale;
    const alone = sheet.placed.length === 1;
    const right =
      frame.compact && alone && free > ROOM_BESIDE ? piece.width_mm : Math.max(piece.width_mm, edge);
    const x = frame.x(right) + 14;
    return { dimension, place: "beside", x, y: frame.y(middle), panelOnRight: false };
  }
  if (frame.compact) {
    const y = frame.y(piece.height_mm) - ABOVE_SCORES;
    return { dimension, place: "above", x: frame.x(middle), y, panelOnRight: false };
  }
  const body = piece.rows.find((row) => row.kind === "body");
  const height = (share: number) =>
    frame.y((body?.from_mm ?? 0) + ((body?.to_mm ?? 0) - (body?.from_mm ?? 0)) * share);
  if ((dimension.to_mm - dimension.from_mm) * frame.scale >= NARROWEST_ON_PANEL) {
    return { dimension, place: "on-panel", x: frame.x(middle), y: height(0.5), panelOnRight: false };
  }
  const panelOnRight = middle > piece.width_mm / 2;
  const x = frame.x(panelOnRight ? dimension.from_mm : dimension.to_mm);
  const y = Math.max(height(0.82), frame.y(piece.height_mm) + BELOW_TOP);
  return { dimension, place: "next-to", x, y, panelOnRight };
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
  const placed = own.map((dimension) => place(dimension, frame, piece, sheet));
  const apart = frame.width < 480 ? APART_ON_A_PHONE : APART;
  const above = placed.filter((one) => one.place === "above");
  const beside = placed.filter((one) => one.place === "beside");
  const xs = spread(
    above.map((one) => one.x),
    apart.across,
    frame.margins.left + apart.across / 3,
    frame.width - apart.across / 2,
  );
  const ys = spread(
    beside.map((one) => one.y),
    apart.up,
    apart.up / 2,
    frame.y(0) - apart.up / 3,
  );
  // The middle of a field, and whether two of them would lie over one another.
  const middle = (one: Placed) =>
    one.place === "next-to" ? one.x + (one.panelOnRight ? -1 : 1) * NEXT_TO_MIDDLE : one.x;
  const clash = (one: Placed, other: Placed) =>
    Math.abs(middle(one) - middle(other)) < FIELD_WIDE && Math.abs(one.y - other.y) < apart.up;
  const settled = placed.filter((one) => one.place === "on-panel");
  const nextTo = new Map<Placed, number>();
  for (const one of placed.filter(({ place: where }) => where === "next-to")) {
    const tries = [0, 1, -1, 2, -2].map((step) => ({ ...one, y: one.y + step * apart.up }));
    const clear = tries.find((tried) => settled.every((other) => !clash(tried, other))) ?? one;
    nextTo.set(one, clear.y);
    settled.push(clear);
  }
  return placed.map((one) => {
    if (one.place === "next-to") return { ...one, y: nextTo.get(one) ?? one.y };
    if (one.place === "above") return { ...one, x: xs[above.indexOf(one)] ?? one.x };
    if (one.place === "beside") return { ...one, y: ys[beside.indexOf(one)] ?? one.y };
    return one;
  });
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
            <path
              key={field}
              d={`M ${x - 5} ${low} h 10 M ${x - 5} ${high} h 10 M ${x} ${low} V ${high} M ${x} ${(low + high) / 2} L ${x + 8} ${y + 8}`}
            />
          );
        }
        if (where === "above") {
          const [left, right] = [frame.x(from) + 1, frame.x(to) - 1];
          const level = y + ABOVE_SCORES - BRACKETS;
          return (
            <path
              key={field}
              d={`M ${left} ${level + 5} v -5 H ${right} v 5 M ${(left + right) / 2} ${level} L ${x} ${y + 26}`}
            />
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

const SHIFT = {
  "on-panel": "translate(-50%, -50%)",
  above: "translate(-50%, -50%)",
  beside: "translateY(-50%)",
};

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
