// Where the glue goes, on the face it is on.

import type { Piece } from "../../api/client";
import type { Frame } from "../frame";

export function GlueAreas(props: {
  piece: Piece;
  frame: Pick<Frame, "x" | "y">;
  shown: boolean;
  read: string | null;
}) {
  const { piece, frame, shown, read } = props;
  return (
    <g className={`glue${shown ? " is-shown" : ""}`} aria-hidden="true">
      {piece.glue.map(({ id, corners, face, role }) => (
        <polygon
          key={id}
          className={`is-${face} is-${role}${read === id ? " is-read" : ""}`}
          points={corners.map(([x, y]) => `${frame.x(x ?? 0)},${frame.y(y ?? 0)}`).join(" ")}
        />
      ))}
    </g>
  );
}
