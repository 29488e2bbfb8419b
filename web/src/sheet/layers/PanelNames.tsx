// What the panels are called.

import type { Piece } from "../../api/client";
import type { Frame } from "../frame";

export function PanelNames({ piece, frame }: { piece: Piece; frame: Frame }) {
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
        const short = column.kind === "strip" || (column.kind === "gusset" && width < 92);
        const name = short ? column.short : column.name;
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
