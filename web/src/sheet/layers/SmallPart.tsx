// A small part on the sheet.

import type { SheetCut } from "../../api/client";
import type { Frame } from "../frame";

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
