// The sheet to scale, its pieces with their lines, and on them the three figures that depend on one another.

import type { Family, FamilyMember } from "../../api/client";
import { FigureInSvg } from "../../words/Figure";

const EDGE = 12;
/** Room for the height beside the sheet. */
const BESIDE = 64;
const FIGURE = 26;

/** Whether the second piece lies beside the first, or above it. */
const BESIDE_ONE_ANOTHER: Record<Family["shares"], boolean> = { alone: false, beside: true, above: false };

export function FamilySheet(props: { family: Family; member: FamilyMember; width: number; height: number }) {
  const { family, member, width, height } = props;
  const [wide = 1, tall = 1] = family.sheet_mm;
  const scale = Math.min((width - EDGE - BESIDE) / wide, (height - EDGE * 2) / tall);
  const left = Math.max(BESIDE, (width - wide * scale) / 2);
  const bottom = height - (height - tall * scale) / 2;
  const { columns_mm: columns, rows_mm: rows } = member;
  const [pieceWide = 0, pieceTall = 0] = [columns.at(-1), rows.at(-1)];
  const beside = BESIDE_ONE_ANOTHER[family.shares];
  const pieces = Array.from({ length: family.on_a_sheet }, (_, index) => ({
    x: left + (beside ? (index * wide * scale) / 2 : 0),
    y: bottom - (beside ? 0 : (index * tall * scale) / 2),
  }));
  const middle = (ends: number[], index: number) => ((ends[index - 1] ?? 0) + (ends[index] ?? 0)) / 2;
  const face = family.columns.findIndex((name) => name === "front" || name === "back");
  const side = family.columns.indexOf(family.by);
  const body = family.rows.indexOf("body");
  return (
    <svg
      className="family-sheet"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={`The sheet with ${family.on_a_sheet === 2 ? "two pieces" : "the piece"} on it`}
    >
      <rect className="sheet" x={left} y={bottom - tall * scale} width={wide * scale} height={tall * scale} />
      {pieces.map(({ x, y }, piece) => (
        <g key={piece} transform={`translate(${x} ${y})`}>
          <rect
            className="piece"
            x={0}
            y={-pieceTall * scale}
            width={pieceWide * scale}
            height={pieceTall * scale}
          />
          {columns.slice(0, -1).map((mm) => (
            <path key={mm} className="line" d={`M ${mm * scale} 0 V ${-pieceTall * scale}`} />
          ))}
          {rows.slice(0, -1).map((mm) => (
            <path key={mm} className="line" d={`M 0 ${-mm * scale} H ${pieceWide * scale}`} />
          ))}
        </g>
      ))}
      {pieces.slice(0, 1).map(({ x, y }) => (
        <g key="figures" transform={`translate(${x} ${y})`} aria-hidden="true">
          <FigureInSvg
            text={member.size[0] ?? ""}
            x={middle(columns, face) * scale}
            y={-middle(rows, body) * scale - 8}
            size={FIGURE}
            className="face-figure"
          />
          <path
            className="measure"
            d={`M -14 ${-(rows[body - 1] ?? 0) * scale} h 8 m -4 0 V ${-(rows[body] ?? 0) * scale} m -4 0 h 8`}
          />
          <FigureInSvg
            text={member.size[1] ?? ""}
            x={-40}
            y={-middle(rows, body) * scale + 8}
            size={FIGURE}
            className="face-figure"
          />
          {side >= 0 && (
            <FigureInSvg
              text={member.size[2] ?? ""}
              x={middle(columns, side) * scale}
              y={-middle(rows, body) * scale + 34}
              size={FIGURE * 0.8}
              className="face-figure"
            />
          )}
        </g>
      ))}
    </svg>
  );
}
