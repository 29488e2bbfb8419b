// A piece as it goes through a guide: its bottom edge on the ledge, its first free edge on the left (of a left-handed feed on
// the right), panel by panel.

import type { Feed, Plan } from "../api/client";
import { FigureInSvg } from "../words/Figure";
import { staggered } from "./staggered";
import { hasUp } from "../words/paper";

const LEDGE = 8;

export function InGuide(props: {
  plan: Plan;
  feed: Feed;
  width: number;
  height: number;
  /** Size of what is written on it, in pixels. */
  type?: number;
}) {
  const { plan, feed, width, height, type = 13 } = props;
  const figure = type > 20 ? type * 1.65 : type + 5;
  const room = { side: figure * 0.9, top: 6, foot: LEDGE + figure * 2.2 + type * 1.6 };
  const [wide, tall] = [feed.laid_mm[0] ?? 1, feed.laid_mm[1] ?? 1];
  const scale = Math.min((width - room.side * 2) / wide, (height - room.top - room.foot) / tall);
  // A left-handed feed begins on the right.
  const x = (mm: number) => room.side + (feed.from_right ? wide - mm : mm) * scale;
  const y = (mm: number) => room.top + (tall - mm) * scale;
  const drawn = { width: wide * scale + room.side * 2, height: y(0) + room.foot };
  const reach = feed.carry_on_mm ?? tall;
  const { flap_mm: flap } = feed;
  const middles = feed.moves.map(({ from_mm, to_mm, wide: text }) => ({
    x: x((from_mm + to_mm) / 2),
    text,
  }));
  const levels = staggered(middles, figure / 18);
  return (
    <svg
      className={`on-board${feed.face_up === "inside" ? " is-inside" : ""}`}
      style={{ fontSize: type }}
      viewBox={`0 0 ${drawn.width} ${drawn.height}`}
      width={drawn.width}
      height={drawn.height}
      role="img"
      aria-label={describe(plan, feed)}
    >
      <rect className="laid" x={room.side} y={y(tall)} width={wide * scale} height={tall * scale} />
      <rect
        className="fence"
        x={room.side - LEDGE}
        y={y(0)}
        width={wide * scale + LEDGE * 2}
        height={LEDGE}
      />
      <FootOfPattern plan={plan} feed={feed} x={middles[0]?.x ?? 0} y={y((tall + flap) / 2)} />
      {feed.moves.map((made, index) => (
        <g key={made.to_mm} className="scored">
          {made.scores && (
            <>
              <line x1={x(made.to_mm)} x2={x(made.to_mm)} y1={y(flap)} y2={y(reach)} />
              <path className="notch" d={`M ${x(made.to_mm)} ${y(flap)} V ${y(0)}`} />
            </>
          )}
          {made.scores && reach < tall && (
            <line className="is-by-hand" x1={x(made.to_mm)} x2={x(made.to_mm)} y1={y(reach)} y2={y(tall)} />
          )}
          {made.base && <BaseLine made={made} x={x} y={y(flap)} />}
          <text
            className="edge-name"
            x={middles[index]?.x}
            y={y(0) - Math.max(6, flap * scale * 0.3)}
            textAnchor="middle"
          >
            {index + 1}
          </text>
          <FigureInSvg
            text={made.wide}
            x={middles[index]?.x ?? 0}
            y={y(0) + LEDGE + figure * 0.95 + (levels[index] ?? 0) * figure * 1.05}
            size={figure}
            className="board-figure"
          />
        </g>
      ))}
      <text className="edge-name" x={drawn.width / 2} y={drawn.height - type * 0.35} textAnchor="middle">
        {feed.face_up} up, bottom edge on the ledge
      </text>
    </svg>
  );
}

type Move = Feed["moves"][number];

/** As far back from the score edge as the guide goes, and from there along a ruler. */
function BaseLine(props: { made: Move; x: (mm: number) => number; y: number }) {
  const { made, x, y } = props;
  const end = made.base_on_mm ? made.to_mm - made.base_on_mm : made.from_mm;
  return (
    <>
      <line x1={x(made.to_mm)} x2={x(end)} y1={y} y2={y} />
      {end > made.from_mm && <line className="is-by-hand" x1={x(end)} x2={x(made.from_mm)} y1={y} y2={y} />}
    </>
  );
}

/** The pattern's up; its foot goes in first. */
function FootOfPattern(props: { plan: Plan; feed: Feed; x: number; y: number }) {
  const { plan, feed, x, y } = props;
  if (!hasUp(plan.brief.sheet) || plan.brief.sheet.turned) return null;
  return (
    <g className={`pattern-up${feed.face_up === "inside" ? " is-under" : ""}`}>
      <path d={`M ${x} ${y + 14} v -28 m -7 9 l 7 -9 l 7 9`} />
    </g>
  );
}

/** What the drawing shows, in one sentence. */
function describe(plan: Plan, feed: Feed): string {
  const piece = plan.pieces[feed.piece]?.name ?? "The piece";
  const moves = feed.moves.map((made) => `${made.panel} ${made.wide}`).join(", ");
  return `${piece} in the guide, ${feed.face_up} up: ${moves}`;
}
