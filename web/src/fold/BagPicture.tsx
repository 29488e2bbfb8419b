// A small picture of the open, standing bag.

import type { Standing } from "../api/client";
import { project } from "./projection";

const TURN = { yaw: -32, pitch: 20 };
const EDGE = 4;

export function BagPicture(props: { standing: Standing; width: number; height: number }) {
  const { standing, width, height } = props;
  const drawn = project(standing.facets, standing.pose, TURN);
  const xs = drawn.flatMap((facet) => facet.corners.map(([x]) => x));
  const ys = drawn.flatMap((facet) => facet.corners.map(([, y]) => y));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((width - EDGE * 2) / (right - left || 1), (height - EDGE * 2) / (bottom - top || 1));
  const place = ([x, y]: [number, number]) =>
    `${((x - (left + right) / 2) * scale + width / 2).toFixed(1)},${((y - bottom) * scale + height - EDGE).toFixed(1)}`;
  return (
    <svg
      className="bag-picture"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      {drawn.map((facet) => (
        <polygon
          key={facet.index}
          className={`facet ${facet.outside ? "is-outside" : "is-inside"}`}
          points={facet.corners.map(place).join(" ")}
        />
      ))}
    </svg>
  );
}
