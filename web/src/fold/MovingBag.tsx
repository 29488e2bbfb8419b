// The bag on its way from one state to the next: it moves once.

import { useEffect, useMemo, useState } from "react";
import type { Fold } from "../api/client";
import { placeIn, project } from "./projection";

const TURN = { yaw: -32, pitch: 20 };
const EDGE = 10;
/** How long it takes, in milliseconds. */
const TAKES = 1800;

export function MovingBag(props: { fold: Fold; from: number; to: number; width: number; height: number }) {
  const { fold, from, to, width, height } = props;
  const poses = useMemo(
    () => fold.poses.filter(({ t }) => t >= from - 1e-9 && t <= to + 1e-9),
    [fold, from, to],
  );
  const drawn = useMemo(() => poses.map((pose) => project(fold.facets, pose.facets, TURN)), [fold, poses]);
  const last = drawn.length - 1;
  const still = last < 1 || matchMedia("(prefers-reduced-motion: reduce)").matches;
  const [at, setAt] = useState(still ? last : 0);
  useEffect(() => {
    if (still) return;
    const begin = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      const share = Math.min(1, (now - begin) / TAKES);
      setAt(Math.round(share * last));
      if (share < 1) frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [last, still]);
  // One scale for the whole way, so that it does not jump.
  const place = placeIn(drawn.flat(), { width, height }, EDGE);
  const facets = drawn[Math.min(at, last)] ?? [];
  return (
    <svg
      className="bag-picture is-moving"
      width={width}
      height={height}
      role="img"
      aria-label="The bag as it is after this step"
    >
      {facets.map((facet) => (
        <g key={facet.index}>
          <polygon
            className={`facet ${facet.outside ? "is-outside" : "is-inside"}`}
            points={facet.corners.map(place).join(" ")}
          />
          {facet.holes.map((edge, index) => (
            <path key={index} className="hole" d={`M ${edge.map(place).join(" L ")} Z`} />
          ))}
        </g>
      ))}
    </svg>
  );
}
