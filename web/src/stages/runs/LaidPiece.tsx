// A piece as it lies on the board: the fence along the top, the stop at its side, and the lines at the setting.

import type { RunTask } from "../../api/client";

export function LaidPiece({ lies, size }: { lies: NonNullable<RunTask["lies"]>; size: number }) {
  const scale = size / Math.max(lies.along_mm, lies.deep_mm);
  const [wide, tall] = [lies.along_mm * scale, lies.deep_mm * scale];
  const left = lies.stop === "left";
  const at = 6 + (left ? lies.at_mm : lies.along_mm - lies.at_mm) * scale;
  return (
    <svg
      className="laid-piece"
      width={size + 12}
      height={tall + 12}
      viewBox={`0 0 ${size + 12} ${tall + 12}`}
      role="img"
      aria-label={`${lies.face}, ${lies.fence} along the fence, ${lies.against} against the stop`}
    >
      <line className="fence" x1={0} x2={wide + 12} y1={4} y2={4} />
      <line className="fence" x1={left ? 4 : wide + 8} x2={left ? 4 : wide + 8} y1={4} y2={tall + 10} />
      <rect className="piece" x={6} y={6} width={wide} height={tall} />
      {lies.reaches_mm.map((reach) => (
        <line
          key={reach.join(" ")}
          className="score"
          x1={at}
          x2={at}
          y1={6 + reach[0]! * scale}
          y2={6 + reach[1]! * scale}
        />
      ))}
    </svg>
  );
}
