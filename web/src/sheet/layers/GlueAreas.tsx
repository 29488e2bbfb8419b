// Where the glue goes, on the face it is on.

import type { Piece } from "../../api/client";
import type { Frame } from "../frame";

export function GlueAreas(props: {
  piece: Piece;
  frame: Pick<Frame, "x" | "y">;
  shown: boolean;
  read: string | null;
  /** Only areas that are for one of these; all of them if left out. */
  only?: string[];
}) {
  const { piece, frame, shown, read, only } = props;
  const areas = piece.glue.filter(({ role }) => !only || only.includes(role));
  return (
    <g className={`glue${shown ? " is-shown" : ""}`} aria-hidden="true">
      {areas.map(({ id, corners, face, role }) => (
        <polygon
          key={id}
          className={`is-${face} is-${role}${read === id ? " is-read" : ""}`}
          points={corners.map(([x, y]) => `${frame.x(x ?? 0)},${frame.y(y ?? 0)}`).join(" ")}
        />
      ))}
    </g>
  );
}
