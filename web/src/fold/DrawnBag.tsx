// A pose of the bag as a line drawing, in painter's order. It needs no WebGL and prints.

import type { Facet } from "../api/client";
import { placeIn, project, type Turn } from "./projection";

const MARGIN = 26;

export function DrawnBag(props: {
  facets: Facet[];
  pose: number[][][];
  turn: Turn;
  space: { width: number; height: number };
  /** How far layers are drawn apart, from 0 to 1. */
  apart: number;
  lit: Set<number>;
  onPoint: (facet: number | null, outside: boolean) => void;
}) {
  const { facets, pose, turn, space, apart, lit, onPoint } = props;
  const drawn = project(facets, pose, turn, apart);
  const place = placeIn(drawn, space, MARGIN);
  return (
    <svg className="bag-drawing" width={space.width} height={space.height} aria-hidden="true">
      {drawn.map((facet) => (
        <g key={facet.index}>
          <polygon
            className={`facet ${facet.outside ? "is-outside" : "is-inside"}${facet.through ? " is-through" : facet.fitting ? " is-fitting" : ""}${lit.has(facet.index) ? " is-lit" : ""}`}
            points={facet.corners.map((corner) => place(corner).join()).join(" ")}
            data-facet={facet.index}
            onMouseEnter={() => onPoint(facet.index, facet.outside)}
            onMouseLeave={() => onPoint(null, true)}
          />
          <polygon
            className="shade"
            fillOpacity={(1 - facet.facing) * 0.22}
            points={facet.corners.map((corner) => place(corner).join()).join(" ")}
          />
          {facet.outside && facet.facing > 0.12 && facet.marks.hatch.length > 0 && (
            <path className="sheet-hatch" d={strokes(facet.marks.hatch, place)} />
          )}
          {facet.outside && facet.facing > 0.12 && facet.marks.letter.length > 0 && (
            <path className="sheet-letter" d={strokes(facet.marks.letter, place)} />
          )}
          {facet.holes.map((edge, index) => (
            <path
              key={index}
              className="hole"
              d={`M ${edge.map((spot) => place(spot).join()).join(" L ")} Z`}
            />
          ))}
          {facet.outside && facet.facing > 0.12 && isSeen(facet.marks.up, place) && (
            <path className="up-arrow" d={strokes(facet.marks.up, place)} />
          )}
        </g>
      ))}
    </svg>
  );
}

type Spot = [number, number];
type Line = [Spot, Spot];

function strokes(lines: Line[], place: (spot: Spot) => Spot) {
  return lines.map(([from, to]) => `M ${place(from).join()} L ${place(to).join()}`).join(" ");
}

/** True for an arrow that is not too small to be read as one. */
function isSeen(lines: Line[], place: (spot: Spot) => Spot) {
  const shaft = lines[0];
  if (!shaft) return false;
  const [[x1, y1], [x2, y2]] = [place(shaft[0]), place(shaft[1])];
  return Math.hypot(x2 - x1, y2 - y1) >= 8;
}
