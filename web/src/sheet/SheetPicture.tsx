// One sheet and the rectangles cut from it, small and to scale: parts hatched by what they belong to, leftovers dotted.

import type { SheetCut } from "../api/client";

/** How densely parts are hatched, by which kind they are; the name says it too. */
const HATCHES = ["", "M0 8 8 0", "M0 0 8 8", "M0 4h8", "M4 0v8", "M0 8 8 0M0 0 8 8"];

export function hatchOf(kind: number): number {
  return kind % HATCHES.length;
}

/** The hatches that pictures refer to; once a page. */
export function SheetHatches() {
  return (
    <svg width="0" height="0" className="hatches" aria-hidden="true">
      <defs>
        {HATCHES.map((path, index) => (
          <pattern key={path} id={`hatch-part-${index}`} width="8" height="8" patternUnits="userSpaceOnUse">
            <path d={path} />
          </pattern>
        ))}
      </defs>
    </svg>
  );
}

export function SheetPicture(props: {
  sheet: SheetCut;
  /** Pixels for a millimetre. */
  scale: number;
  /** How a part is hatched. */
  kindOf: (placed: SheetCut["placed"][number]) => number;
  /** What is written on it, where there is room. */
  labelOf?: (placed: SheetCut["placed"][number]) => string;
  /** The cut that stands out, by its place in the order of work. */
  trim?: number | null;
}) {
  const { sheet, scale, kindOf, labelOf, trim } = props;
  const [wide, tall] = [sheet.width_mm * scale, sheet.height_mm * scale];
  const box = (space: { x_mm: number; y_mm: number; width_mm: number; height_mm: number }) => ({
    x: 1 + space.x_mm * scale,
    y: 1 + tall - (space.y_mm + space.height_mm) * scale,
    width: space.width_mm * scale,
    height: space.height_mm * scale,
  });
  const current = trim === null || trim === undefined ? undefined : sheet.trims[trim];
  return (
    <svg
      className="sheet-picture"
      viewBox={`0 0 ${wide + 2} ${tall + 2}`}
      width={wide + 2}
      height={tall + 2}
      aria-hidden="true"
    >
      <rect className="sheet" {...box({ x_mm: 0, y_mm: 0, ...sheet })} />
      {sheet.offcuts.map((offcut) => (
        <rect key={`${offcut.x_mm} ${offcut.y_mm}`} className="left-over" {...box(offcut)} />
      ))}
      {sheet.placed.map((placed) => {
        const own = box(placed.space);
        const label = labelOf?.(placed) ?? "";
        const stands = own.height > own.width;
        const room =
          label.length * 7 + 8 < Math.max(own.width, own.height) && Math.min(own.width, own.height) > 15;
        const [x, y] = [own.x + own.width / 2, own.y + own.height / 2];
        return (
          <g key={`${placed.space.x_mm} ${placed.space.y_mm}`} className="part">
            <rect className="paper" {...own} />
            <rect fill={`url(#hatch-part-${hatchOf(kindOf(placed))})`} {...own} />
            <rect className="edge" {...own} />
            {room && (
              <text
                x={x}
                y={y + 4}
                textAnchor="middle"
                transform={stands ? `rotate(-90 ${x} ${y})` : undefined}
              >
                {label}
              </text>
            )}
          </g>
        );
      })}
      {current && <TrimLine trim={current} box={box} />}
    </svg>
  );
}

function TrimLine(props: {
  trim: SheetCut["trims"][number];
  box: (space: SheetCut["trims"][number]["on"]) => { x: number; y: number; width: number; height: number };
}) {
  const { trim, box } = props;
  const on = box(trim.on);
  const share =
    trim.blade === "vertical" ? trim.keep_mm / trim.on.width_mm : trim.keep_mm / trim.on.height_mm;
  const [x, y] = [on.x + on.width * share, on.y + on.height * (1 - share)];
  const ends =
    trim.blade === "vertical"
      ? { x1: x, x2: x, y1: on.y - 1, y2: on.y + on.height + 1 }
      : { x1: on.x - 1, x2: on.x + on.width + 1, y1: y, y2: y };
  return (
    <>
      <rect className="on-trimmer" {...on} />
      <line className="blade" {...ends} />
    </>
  );
}
