// The places at which a step is done, each kind of them from close by, and where they all lie on the pieces.

import { useId } from "react";
import type { Plan, Step } from "../api/client";
import { PieceLines } from "../sheet/PieceLines";
import { Hatches } from "../sheet/layers/Hatches";

type Spot = Step["spots"][number];

const GAP = 24;
/** So many kinds are shown at once, and no closer than so many pixels a millimetre. */
const MOST = 4;
const CLOSEST = 9;
/** Paper round a place, in millimetres. */
const ROUND = 9;

export function FromCloseBy(props: { plan: Plan; spots: Spot[]; width: number; height: number }) {
  const { plan, spots, width, height } = props;
  const shown = spots.filter((spot) => spot.first).slice(0, MOST);
  const views = shown.map((spot) => around(plan, spot));
  // A part of the room is for where they lie.
  const { columns, scale } = inRows(views, width, height * 0.7);
  return (
    <div className="from-close-by">
      <div className="places" style={{ gridTemplateColumns: `repeat(${columns}, auto)` }}>
        {shown.map((spot, index) => {
          const view = views[index];
          return view && <Place key={index} plan={plan} spot={spot} view={view} scale={scale} />;
        })}
      </div>
      <Where plan={plan} spots={spots} width={width} height={height * 0.28} />
    </div>
  );
}

/** In how many columns they are shown largest, and how large that is. */
function inRows(views: View[], width: number, height: number) {
  const widest = Math.max(...views.map((view) => view.wide));
  const tallest = Math.max(...views.map((view) => view.tall));
  const ways = views.map((_, index) => {
    const columns = index + 1;
    const rows = Math.ceil(views.length / columns);
    const room = { wide: width / columns - GAP, tall: height / rows - GAP };
    return { columns, scale: Math.min(CLOSEST, room.wide / widest, room.tall / tallest) };
  });
  return ways.reduce((best, way) => (way.scale > best.scale ? way : best));
}

interface View {
  left: number;
  bottom: number;
  wide: number;
  tall: number;
}

/** A place with some paper round it. */
function around(plan: Plan, spot: Spot): View {
  const piece = plan.pieces[spot.piece];
  const clipped = ([from = 0, to = 0]: number[], most: number) => {
    const low = Math.max(from - ROUND, -ROUND / 2);
    return [low, Math.max(Math.min(to + ROUND, most + ROUND / 2), low + ROUND)] as const;
  };
  const [left, right] = clipped(spot.x_mm, piece?.width_mm ?? 0);
  const [bottom, top] = clipped(spot.y_mm, piece?.height_mm ?? 0);
  return { left, bottom, wide: right - left, tall: top - bottom };
}

function Place(props: { plan: Plan; spot: Spot; view: View; scale: number }) {
  const { plan, spot, view, scale } = props;
  const clip = useId();
  const piece = plan.pieces[spot.piece];
  if (!piece) return null;
  const [width, height] = [view.wide * scale, view.tall * scale];
  const place = {
    x: (mm: number) => (mm - view.left) * scale,
    y: (mm: number) => height - (mm - view.bottom) * scale,
  };
  return (
    <svg width={width} height={height} role="img" aria-label={`${piece.name} from close by`}>
      <Hatches />
      <clipPath id={clip}>
        <rect width={width} height={height} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <PieceLines piece={piece} place={place} />
      </g>
      <rect className="frame" x={1} y={1} width={width - 2} height={height - 2} />
    </svg>
  );
}

/** The pieces as a whole, every place on them ringed. */
function Where(props: { plan: Plan; spots: Spot[]; width: number; height: number }) {
  const { plan, spots, width, height } = props;
  const meant = plan.pieces
    .map((piece, index) => ({ piece, index }))
    .filter(({ index }) => spots.some((spot) => spot.piece === index));
  const wide = meant.reduce((sum, { piece }) => sum + piece.width_mm, 0);
  const tall = Math.max(...meant.map(({ piece }) => piece.height_mm));
  const scale = Math.min((width - GAP * (meant.length + 1)) / (wide || 1), (height - GAP) / (tall || 1));
  return (
    <div className="where">
      {meant.map(({ piece, index }) => {
        const place = {
          x: (mm: number) => GAP / 2 + mm * scale,
          y: (mm: number) => GAP / 2 + (piece.height_mm - mm) * scale,
        };
        const ends = (at: number[], to: (mm: number) => number) => [to(at[0] ?? 0), to(at[1] ?? 0)] as const;
        return (
          <svg
            key={index}
            width={piece.width_mm * scale + GAP}
            height={piece.height_mm * scale + GAP}
            role="img"
            aria-label={`Where on ${piece.name.toLowerCase()}`}
          >
            <PieceLines piece={piece} place={place} />
            {spots
              .filter((spot) => spot.piece === index)
              .map((spot, at) => {
                const [left, right] = ends(spot.x_mm, place.x);
                const [bottom, top] = ends(spot.y_mm, place.y);
                return (
                  <rect
                    key={at}
                    className="ring"
                    x={left - 6}
                    y={top - 6}
                    width={right - left + 12}
                    height={bottom - top + 12}
                    rx={6}
                  />
                );
              })}
          </svg>
        );
      })}
    </div>
  );
}
