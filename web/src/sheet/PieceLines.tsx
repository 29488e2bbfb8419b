// A piece's paper, cuts and creases. Line styles follow the published convention of folding diagrams: mountains
// dash-dotted, valleys dashed, cuts solid.

import type { Piece } from "../api/client";
import type { Frame } from "./frame";

type Place = Pick<Frame, "x" | "y">;

/** Everything of a piece that is drawn; `marked` lines stand out, and if any are, the others step back. */
export function PieceLines(props: { piece: Piece; place: Place; marked?: Set<string> }) {
  const { piece, place, marked } = props;
  const points = piece.outline.map(([x, y]) => `${place.x(x ?? 0)},${place.y(y ?? 0)}`).join(" ");
  const state = (id: string) => (marked?.size ? (marked.has(id) ? " is-marked" : " is-quiet") : "");
  return (
    <g className="piece">
      <polygon className="paper" points={points} />
      {piece.cuts
        .filter((cut) => cut.role === "slit" || cut.role === "level_slit")
        .map((cut) => (
          <line
            key={cut.id}
            className={`cut${state(cut.id)}`}
            x1={place.x(cut.x1)}
            y1={place.y(cut.y1)}
            x2={place.x(cut.x2)}
            y2={place.y(cut.y2)}
          />
        ))}
      {piece.creases.map((crease) => (
        <line
          key={crease.id}
          className={`crease is-${crease.fold}${state(crease.id)}`}
          x1={place.x(crease.x1)}
          y1={place.y(crease.y1)}
          x2={place.x(crease.x2)}
          y2={place.y(crease.y2)}
        />
      ))}
    </g>
  );
}
