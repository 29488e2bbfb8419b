// The flat parts of a piece, laid over its drawing: pointing at one shows it in the bag, and the other way round.

import type { Fold } from "../api/client";
import type { Frame } from "./frame";

export function Facets(props: {
  fold: Fold;
  piece: number;
  place: Pick<Frame, "x" | "y">;
  lit: Set<number>;
  onPoint: (facet: number | null) => void;
}) {
  const { fold, piece, place, lit, onPoint } = props;
  // A piece that is cut more than once is drawn once: the first strip stands for all.
  const blank = fold.facets.find((facet) => facet.piece === piece)?.blank;
  return (
    <g className="facets" aria-hidden="true">
      {fold.facets.map((facet, index) =>
        facet.piece === piece && facet.blank === blank ? (
          <polygon
            key={index}
            className={lit.has(index) ? "is-lit" : ""}
            data-facet={index}
            points={facet.flat.map(([x, y]) => `${place.x(x ?? 0)},${place.y(y ?? 0)}`).join(" ")}
            onMouseEnter={() => onPoint(index)}
            onMouseLeave={() => onPoint(null)}
          />
        ) : null,
      )}
    </g>
  );
}
