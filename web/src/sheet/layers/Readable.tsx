// Lines that can be pointed at, and stepped through.

import type { Frame } from "../frame";
import type { Line } from "../lines";

export function Readable(props: {
  lines: Line[];
  frame: Frame;
  read: string | null;
  onRead: (line: Line) => void;
}) {
  const { lines, frame, read, onRead } = props;
  return lines.map((line) => (
    <line
      key={line.id}
      id={`line-${line.id}`}
      role="option"
      aria-selected={read === line.id}
      aria-label={line.says}
      className={`hit${read === line.id ? " is-read" : ""}`}
      x1={frame.x(line.x1)}
      y1={frame.y(line.y1)}
      x2={frame.x(line.x2)}
      y2={frame.y(line.y2)}
      onMouseEnter={() => onRead(line)}
      onClick={() => onRead(line)}
    />
  ));
}
