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
            className={`facet ${facet.outside ? "is-outside" : "is-inside"}${facet.fitting ? " is-fitting" : ""}${lit.has(facet.index) ? " is-lit" : ""}`}
            points={facet.corners.map(place).join(" ")}
            data-facet={facet.index}
            onMouseEnter={() => onPoint(facet.index, facet.outside)}
            onMouseLeave={() => onPoint(null, true)}
          />
          <polygon
            className="shade"
            fillOpacity={(1 - facet.facing) * 0.22}
            points={facet.corners.map(place).join(" ")}
          />
          {facet.outside && facet.facing > 0.12 && facet.marks.hatch.length > 0 && (
            <path className="sheet-hatch" d={strokes(facet.marks.hatch, place)} />
          )}
          {facet.outside && facet.facing > 0.12 && facet.marks.letter.length > 0 && (
            <path className="sheet-letter" d={strokes(facet.marks.letter, place)} />
          )}
          {facet.holes.map((edge, index) => (
            <path key={index} className="hole" d={`M ${edge.map(place).join(" L ")} Z`} />
          ))}
          {facet.up && facet.outside && facet.facing > 0.12 && (
            <UpArrow from={place(facet.up[0])} to={place(facet.up[1])} />
          )}
        </g>
      ))}
    </svg>
  );
}

function strokes(lines: [[number, number], [number, number]][], place: (spot: [number, number]) => string) {
  return lines.map(([from, to]) => `M ${place(from)} L ${place(to)}`).join(" ");
}

/** The pattern's up on a facet. */
function UpArrow({ from, to }: { from: string; to: string }) {
  const [x1 = 0, y1 = 0] = from.split(",").map(Number);
  const [x2 = 0, y2 = 0] = to.split(",").map(Number);
  const length = Math.hypot(x2 - x1, y2 - y1);
  if (length < 8) return null;
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
  const wing = (side: number) => `${x2 - ux * 8 - uy * 5 * side} ${y2 - uy * 8 + ux * 5 * side}`;
  return (
    <path className="up-arrow" d={`M ${x1} ${y1} L ${x2} ${y2} M ${wing(1)} L ${x2} ${y2} L ${wing(-1)}`} />
  );
}
