// A small picture of the open, standing bag.

import { memo, useMemo } from "react";
import type { Facet } from "../api/client";
import { placeIn, project } from "./projection";

const TURN = { yaw: -32, pitch: 20 };
const EDGE = 4;

export const BagPicture = memo(function BagPicture(props: {
  standing: { facets: Facet[]; pose: number[][][] };
  width: number;
  height: number;
  lit?: Set<number>;
}) {
  const { standing, width, height, lit } = props;
  const drawn = useMemo(() => project(standing.facets, standing.pose, TURN), [standing]);
  const place = placeIn(drawn, { width, height }, EDGE);
  return (
    <svg
      className="bag-picture"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      {drawn.map((facet) => (
        <g key={facet.index}>
          <polygon
            className={`facet ${facet.outside ? "is-outside" : "is-inside"}${facet.through ? " is-through" : facet.fitting ? " is-fitting" : ""}${lit?.has(facet.index) ? " is-lit" : ""}`}
            points={facet.corners.map(place).join(" ")}
          />
          {facet.holes.map((edge, index) => (
            <path key={index} className="hole" d={`M ${edge.map(place).join(" L ")} Z`} />
          ))}
        </g>
      ))}
    </svg>
  );
});
