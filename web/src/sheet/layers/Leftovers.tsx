// What is left over, and where the blade runs.

import type { SheetCut } from "../../api/client";
import { FigureInSvg } from "../../words/Figure";
import type { Frame } from "../frame";
import { scoresTall } from "./Scores";

export function Leftovers({ sheet, frame, scores }: { sheet: SheetCut; frame: Frame; scores: boolean }) {
  return (
    <g className="leftover" aria-hidden="true">
      {sheet.offcuts.map((offcut, index) => {
        const [x, y] = [frame.x(offcut.x_mm), frame.y(offcut.y_mm + offcut.height_mm)];
        const [width, height] = [offcut.width_mm * frame.scale, offcut.height_mm * frame.scale];
        // Above the piece the figures of the scores come first.
        const taken = scoresTall(frame);
        const free = scores && offcut.y_mm > 0 ? height - taken : height;
        const [middle, level] = [x + width / 2, y + free / 2];
        return (
          <g key={index}>
            <rect x={x} y={y} width={width} height={height} />
            {width > 90 && free > 26 && <FigureInSvg text={offcut.size} x={middle} y={level + 8} size={22} />}
            {width <= 90 && width > 26 && height > 110 && (
              <g transform={`rotate(-90 ${middle} ${level})`}>
                <FigureInSvg text={offcut.size} x={middle} y={level + 8} size={22} />
              </g>
            )}
          </g>
        );
      })}
      {sheet.trims.map((trim, index) => {
        const ends = ofTrim(trim);
        return (
          <line
            key={index}
            className="trim"
            x1={frame.x(ends.x1)}
            y1={frame.y(ends.y1)}
            x2={frame.x(ends.x2)}
            y2={frame.y(ends.y2)}
          />
        );
      })}
    </g>
  );
}

/** Where the blade runs, in the frame of the sheet. */
function ofTrim({ on, blade, keep_mm }: SheetCut["trims"][number]) {
  const [x, y] = [on.x_mm + keep_mm, on.y_mm + keep_mm];
  return blade === "vertical"
    ? { x1: x, x2: x, y1: on.y_mm, y2: on.y_mm + on.height_mm }
    : { x1: on.x_mm, x2: on.x_mm + on.width_mm, y1: y, y2: y };
}
