// A piece as it lies on the table for ruler and hand: its top edge away, every line with its two marks, one near either edge.

import type { Pass, Plan } from "../api/client";
import { FigureInSvg } from "../words/Figure";
import { staggered } from "./staggered";
import { hasUp } from "../words/paper";

/** How far from the edge a mark stands, and how long it is, in pixels. */
const MARK = 9;

export interface LaidPass {
  plan: Plan;
  pass: Pass;
  width: number;
  height: number;
  /** Size of what is written on it, in pixels. */
  type?: number;
}

export function OnTable(props: LaidPass) {
  const { plan, pass, width, height, type = 13 } = props;
  const figure = type > 20 ? type * 1.65 : type + 5;
  // Upright lines are measured from the left, level ones from the bottom; the piece lies the same for both.
  const upright = pass.fence === "top";
  const [along, deep] = [pass.laid_mm[0] ?? 1, pass.laid_mm[1] ?? 1];
  const [wide, tall] = upright ? [along, deep] : [deep, along];
  const levels = staggered(
    pass.lines.map((line) => ({ x: line.at_mm, text: line.at })),
    figure / 18,
  );
  const room = {
    left: upright ? type + 14 : figure * 2.4,
    right: figure * 0.9,
    top: upright ? figure * 2 + 10 : type + 6,
    bottom: type + 23,
  };
  const scale = Math.min(
    (width - room.left - room.right) / wide,
    (height - room.top - room.bottom) / Math.max(tall, 1),
  );
  const x = (mm: number) => room.left + mm * scale;
  const y = (down: number) => room.top + down * scale;
  const drawn = { width: x(wide) + room.right, height: y(tall) + room.bottom };
  const inside = pass.face_up === "inside";
  const spread = staggered(
    pass.lines.map((line) => ({ x: x(line.at_mm), text: line.at })),
    figure / 18,
  );
  const isMarked = pass.by_hand === "creased" || pass.by_hand === "drawn";
  return (
    <svg
      className={`on-board on-table${inside ? " is-inside" : ""}`}
      style={{ fontSize: type }}
      viewBox={`0 0 ${drawn.width} ${drawn.height}`}
      width={drawn.width}
      height={drawn.height}
      role="img"
      aria-label={describe(plan, pass)}
    >
      <rect className="laid" x={x(0)} y={y(0)} width={wide * scale} height={tall * scale} />
      <UpOnTable plan={plan} inside={inside} cx={x(wide * 0.06) + 8} cy={y(tall / 2)} />
      {pass.lines.map((line, index) =>
        upright ? (
          <g key={`${line.at} ${line.from_mm}`} className={`scored is-${pass.by_hand}`}>
            <line x1={x(line.at_mm)} x2={x(line.at_mm)} y1={y(line.from_mm)} y2={y(line.to_mm)} />
            {isMarked && (
              <path
                className="mark"
                d={`M ${x(line.at_mm)} ${y(line.from_mm)} v ${MARK} M ${x(line.at_mm)} ${y(line.to_mm)} v ${-MARK}`}
              />
            )}
            <FigureInSvg
              text={line.at}
              x={x(line.at_mm)}
              y={y(0) - 8 - (spread[index] ?? 0) * figure}
              size={figure}
              className="board-figure"
            />
          </g>
        ) : (
          <g key={`${line.at} ${line.from_mm}`} className={`scored is-${pass.by_hand}`}>
            <line
              x1={x(line.from_mm)}
              x2={x(line.to_mm)}
              y1={y(tall - line.at_mm)}
              y2={y(tall - line.at_mm)}
            />
            {isMarked && (
              <path
                className="mark"
                d={`M ${x(line.from_mm)} ${y(tall - line.at_mm)} h ${MARK} M ${x(line.to_mm)} ${y(tall - line.at_mm)} h ${-MARK}`}
              />
            )}
            <FigureInSvg
              text={line.at}
              x={x(0) - figure * (0.8 + (levels[index] ?? 0) * 0.9)}
              y={y(tall - line.at_mm) + figure * 0.35}
              size={figure}
              className="board-figure"
            />
          </g>
        ),
      )}
      {pass.slants.map(({ crease, from_mm: [a = 0, b = 0], to_mm: [c = 0, d = 0] }) => (
        <line key={crease} className="scored is-by-hand" x1={x(a)} y1={y(b)} x2={x(c)} y2={y(d)} />
      ))}
      <text className="edge-name" x={drawn.width / 2} y={drawn.height - type * 0.45} textAnchor="middle">
        {inside ? "inside up" : "outside up"}, top edge away from you
      </text>
    </svg>
  );
}

/** What the drawing shows, in one sentence. */
function describe(plan: Plan, pass: Pass): string {
  const piece = plan.pieces[pass.piece]?.name ?? "The piece";
  const from = pass.fence === "top" ? "the edge on the left" : "the bottom edge";
  const at = pass.lines.map((line) => line.at).join(", ");
  return `${piece} on the table, ${pass.face_up} up, top edge away: ${at || "slanted lines"} from ${from}`;
}

/** Where the pattern's top points; seen through the sheet when its other side is up. */
function UpOnTable(props: { plan: Plan; inside: boolean; cx: number; cy: number }) {
  const { plan, inside, cx, cy } = props;
  const sheet = plan.brief.sheet;
  if (!hasUp(sheet)) return null;
  const turned = sheet.turned ? (inside ? -90 : 90) : 0;
  return (
    <g className={`pattern-up${inside ? " is-under" : ""}`}>
      <path d={`M ${cx} ${cy + 14} v -28 m -7 9 l 7 -9 l 7 9`} transform={`rotate(${turned} ${cx} ${cy})`} />
    </g>
  );
}
