// A piece's paper, cuts and creases. Line styles follow the published convention of folding diagrams: mountains
// dash-dotted, valleys dashed, cuts solid.

import type { Piece } from "../api/client";
import type { Frame } from "./frame";
import { holePath } from "./holes";

type Place = Pick<Frame, "x" | "y">;

/** Everything of a piece that is drawn; `marked` lines stand out, and if any are, the others step back. */
export function PieceLines(props: { piece: Piece; place: Place; marked?: Set<string> }) {
  const { piece, place, marked } = props;
  const state = (id: string) => (marked?.size ? (marked.has(id) ? " is-marked" : " is-quiet") : "");
  return (
    <g className="piece">
      <path className="paper" d={edgePath(piece, place)} />
      {piece.cuts
        .filter((cut) => cut.role === "slit" || cut.role === "base_slit")
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
      {piece.holes.map((hole) => (
        <path key={hole.id} className={`hole${state(hole.id)}`} d={holePath(hole, place)} />
      ))}
      {piece.creases.map((crease) => (
        <line
          key={crease.id}
          className={`crease is-${crease.fold}${crease.by_hand ? " is-by-hand" : ""}${state(crease.id)}`}
          x1={place.x(crease.x1)}
          y1={place.y(crease.y1)}
          x2={place.x(crease.x2)}
          y2={place.y(crease.y2)}
        />
      ))}
    </g>
  );
}

/** The edge of the paper as it is cut, its arcs as arcs. */
function edgePath({ edge }: Piece, place: Place): string {
  const point = ([x = 0, y = 0]: number[]) => `${place.x(x)} ${place.y(y)}`;
  const sides = edge.map(({ to, radius, clockwise }) => {
    if (radius == null) return `L ${point(to)}`;
    const across = Math.abs(place.x(radius) - place.x(0));
    return `A ${across} ${across} 0 0 ${clockwise ? 1 : 0} ${point(to)}`;
  });
  return `M ${point(edge.at(-1)?.to ?? [])} ${sides.join(" ")} Z`;
}
