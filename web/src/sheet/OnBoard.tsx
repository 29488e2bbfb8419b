// A piece as it lies on the scoring board: fence along the top, against a stop, and what is scored while it lies so.

import type { Pass, Plan } from "../api/client";
import { FigureInSvg } from "../words/Figure";
import { OnTable, type LaidPass } from "./OnTable";
import { staggered } from "./staggered";
import { hasUp } from "../words/paper";

const STOP = 7;
const TURN = { up: 0, right: 90, down: 180, left: 270 };
/** Grooves closer together than this are not all drawn. */
const APART = 7;

/** A piece as it lies for a pass: on the board, or on the table for ruler and hand. */
export function OnBoard(props: LaidPass) {
  return props.pass.by_hand ? <OnTable {...props} /> : <AtTheFence {...props} />;
}

function AtTheFence(props: LaidPass) {
  const { plan, pass, width, height, type = 13 } = props;
  // A fraction's figures are as large as what is written.
  const figure = type > 20 ? type * 1.65 : type + 5;
  const room = {
    left: type + 17,
    top: figure * 2 + 10,
    right: Math.max(figure * 0.9, pass.stop === "right" ? type + 17 : 0),
    bottom: type + 23,
  };
  const [wide, tall] = [pass.laid_mm[0] ?? 0, pass.laid_mm[1] ?? 0];
  const reach = plan.board.reach_mm;
  const across = Math.max(wide, reach);
  const scale = Math.min(
    (width - room.left - room.right) / across,
    (height - room.top - room.bottom) / Math.max(tall, 1),
  );
  // Measured from the stop: from the right end, if it lies against that one.
  const fromRight = pass.stop === "right";
  const x = (mm: number) => room.left + (fromRight ? across - mm : mm) * scale;
  /** Left end of what spans so many millimetres from the stop. */
  const leftOf = (mm: number) => Math.min(x(0), x(mm));
  const y = (mm: number) => room.top + mm * scale;
  const drawn = { width: room.left + across * scale + room.right, height: y(tall) + room.bottom };
  const inside = pass.face_up === "inside";
  const levels = staggered(
    pass.lines.map((line) => ({ x: x(line.at_mm), text: line.at })),
    figure / 18,
  );
  const beside = fromRight ? x(0) + STOP + type : x(0) - STOP - 6;
  return (
    <svg
      className={`on-board${inside ? " is-inside" : ""}`}
      style={{ fontSize: type }}
      viewBox={`0 0 ${drawn.width} ${drawn.height}`}
      width={drawn.width}
      height={drawn.height}
      role="img"
      aria-label={describe(plan, pass)}
    >
      {!pass.on_table && <BoardItself plan={plan} pass={pass} {...{ x, y, leftOf, scale, tall }} />}
      <rect className="laid" x={leftOf(wide)} y={y(0)} width={wide * scale} height={tall * scale} />
      <PatternOnBoard plan={plan} pass={pass} cx={x(widest(pass, wide))} cy={y(tall / 2)} />
      {pass.lines.map((line, index) => (
        <g key={`${line.at} ${line.from_mm}`} className={pass.by_ruler ? "scored is-by-hand" : "scored"}>
          <line x1={x(line.at_mm)} x2={x(line.at_mm)} y1={y(line.from_mm)} y2={y(line.to_mm)} />
          {!line.right_across && <path d={`M ${x(line.at_mm) - 5} ${y(line.to_mm)} h 10`} />}
          <FigureInSvg
            text={line.at}
            x={x(line.at_mm)}
            y={y(0) - 14 - (levels[index] ?? 0) * figure}
            size={figure}
            className="board-figure"
          />
          {line.less_mark && (
            // On the paper, on the side of the line to which it moves.
            <FigureInSvg
              text={line.less_mark}
              x={x(line.at_mm) + figure * (line.nearer === fromRight ? 0.75 : -0.75)}
              y={y(line.from_mm) + figure * 0.9}
              size={figure * 0.7}
              className="board-figure"
            />
          )}
        </g>
      ))}
      {pass.slants.map(({ crease, from_mm: [a = 0, b = 0], to_mm: [c = 0, d = 0] }) => (
        <line key={crease} className="scored is-by-hand" x1={x(a)} y1={y(b)} x2={x(c)} y2={y(d)} />
      ))}
      <text
        className="edge-name"
        x={beside}
        y={y(tall / 2)}
        textAnchor="middle"
        transform={`rotate(-90 ${beside} ${y(tall / 2)})`}
      >
        {pass.measured_from} edge
      </text>
      <text className="edge-name" x={x(across / 2)} y={drawn.height - type * 0.45} textAnchor="middle">
        {inside ? "inside up" : "outside up"}
        {", "}
        {pass.fence} edge {pass.on_table ? "away from you" : "along the fence"}
      </text>
    </svg>
  );
}

/** The board with its grooves, its fence, and the stops it has. */
function BoardItself(props: {
  plan: Plan;
  pass: Pass;
  x: (mm: number) => number;
  y: (mm: number) => number;
  leftOf: (mm: number) => number;
  scale: number;
  tall: number;
}) {
  const { plan, pass, x, y, leftOf, scale, tall } = props;
  const reach = plan.board.reach_mm;
  return (
    <>
      <rect className="board" x={leftOf(reach)} y={y(0)} width={reach * scale} height={tall * scale + 14} />
      <Grooves {...{ plan, x, scale }} from={y(0)} to={y(tall) + 14} />
      <rect
        className="fence"
        x={leftOf(reach) - STOP}
        y={y(0) - STOP}
        width={reach * scale + STOP * 2}
        height={STOP}
      />
      {plan.board.stops.map((stop) => (
        <rect
          key={stop}
          className={stop === pass.stop ? "fence" : "fence is-free"}
          x={stop === "left" ? leftOf(reach) - STOP : leftOf(reach) + reach * scale}
          y={y(0)}
          width={STOP}
          height={stop === pass.stop ? tall * scale + 14 : STOP * 4}
        />
      ))}
    </>
  );
}

/** The middle of the widest stretch that no line runs through. */
function widest(pass: Pass, wide: number): number {
  const at = [0, ...pass.lines.map((line) => line.at_mm), wide];
  const gaps = at.slice(1).map((to, index) => ({ from: at[index] ?? 0, to }));
  const gap = gaps.reduce((most, next) => (next.to - next.from > most.to - most.from ? next : most));
  return (gap.from + gap.to) / 2;
}

/** What the drawing shows, in one sentence. */
function describe(plan: Plan, pass: Pass): string {
  const piece = plan.pieces[pass.piece]?.name ?? "The piece";
  return `${piece} on the board: ${pass.face_up} up, ${pass.fence} edge along the fence, ${pass.measured_from} edge against the ${pass.stop} stop`;
}

/** Grooves, as many as can be told apart. */
function Grooves(props: { plan: Plan; x: (mm: number) => number; scale: number; from: number; to: number }) {
  const { groove_mm: groove, reach_mm: reach } = props.plan.board;
  const every = [1, 2, 4, 8, 16, 32].find((times) => groove * times * props.scale >= APART) ?? 64;
  const count = Math.min(400, Math.floor(reach / (groove * every)));
  const path = Array.from(
    { length: count },
    (_, n) => `M ${props.x((n + 1) * groove * every)} ${props.from} V ${props.to}`,
  );
  return <path className="grooves" d={path.join(" ")} />;
}

/** Where the pattern's top points; seen through the sheet when its other side is up. */
function PatternOnBoard(props: { plan: Plan; pass: Pass; cx: number; cy: number }) {
  const { plan, pass, cx, cy } = props;
  const sheet = plan.brief.sheet;
  if (!hasUp(sheet)) return null;
  const inside = pass.face_up === "inside";
  const turned = sheet.turned ? (inside ? -90 : 90) : 0;
  return (
    <g className={`pattern-up${inside ? " is-under" : ""}`}>
      <path
        d={`M ${cx} ${cy + 14} v -28 m -7 9 l 7 -9 l 7 9`}
        transform={`rotate(${TURN[pass.top_points] + turned} ${cx} ${cy})`}
      />
    </g>
  );
}
