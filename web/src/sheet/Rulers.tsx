// Ruler edges along the bottom and the left of the sheet, in the crafter's unit.

import type { Frame } from "./frame";
import { ticks } from "./ticks";

export function Rulers(props: { frame: Frame; wide: number; tall: number; unit: string }) {
  const { frame, wide, tall, unit } = props;
  const bottom = frame.y(0) + 4;
  const left = frame.x(0) - 4;
  return (
    <g className="ruler" aria-hidden="true">
      <line x1={frame.x(0)} x2={frame.x(wide)} y1={bottom} y2={bottom} />
      {ticks(wide, frame.scale, unit).map(({ mm, length, label }) => (
        <g key={mm}>
          <line x1={frame.x(mm)} x2={frame.x(mm)} y1={bottom} y2={bottom + length} />
          {label !== null && (
            <text x={frame.x(mm)} y={bottom + 22} textAnchor="middle">
              {label}
            </text>
          )}
        </g>
      ))}
      <line x1={left} x2={left} y1={frame.y(0)} y2={frame.y(tall)} />
      {ticks(tall, frame.scale, unit).map(({ mm, length, label }) => (
        <g key={mm}>
          <line x1={left - length} x2={left} y1={frame.y(mm)} y2={frame.y(mm)} />
          {label !== null && label !== "0" && (
            <text x={left - 12} y={frame.y(mm) + 4} textAnchor="end">
              {label}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
