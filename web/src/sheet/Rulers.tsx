// Ruler edges along the bottom and the left of the sheet, in the crafter's unit.

import type { Frame } from "./frame";

interface Tick {
  mm: number;
  length: number;
  label: string | null;
}

/** Marks of a ruler as long as `mm`, as fine as they stay apart on the screen. */
function ticks(mm: number, scale: number, unit: string): Tick[] {
  const inch = unit === "in";
  const whole = inch ? 25.4 : 10;
  const parts = [inch ? 8 : 10, inch ? 4 : 5, 2, 1].find((count) => (whole / count) * scale >= 4) ?? 1;
  const every = [1, 2, 5, 10].find((count) => whole * count * scale >= 26) ?? 20;
  const found: Tick[] = [];
  for (let index = 0; (index * whole) / parts <= mm + 1e-6; index += 1) {
    const at = index / parts;
    const isWhole = index % parts === 0;
    const isHalf = (index * 2) % parts === 0;
    const label = isWhole && at % every === 0 ? String(inch ? at : at * 10) : null;
    found.push({ mm: at * whole, length: isWhole ? 9 : isHalf ? 6 : 3.5, label });
  }
  return found;
}

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
