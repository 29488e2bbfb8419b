// Which way the pattern faces.

import type { Piece, Plan, SheetCut } from "../../api/client";
import type { Frame } from "../frame";
import { hasUp } from "../../words/paper";

/** The pattern's up-arrow: on the front's base flap where nothing else is written, or in the corner of the sheet. */
export function PatternUp(props: { plan: Plan; piece: Piece; sheet: SheetCut; frame: Frame }) {
  const { plan, piece, sheet, frame } = props;
  const front = piece.columns.find((column) => column.kind === "front" || column.kind === "back");
  const base = piece.rows.find((row) => row.kind === "base");
  if (!front || !base || !hasUp(plan.brief.sheet)) return null;
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
