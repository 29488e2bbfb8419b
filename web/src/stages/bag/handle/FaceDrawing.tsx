// One face to scale with its handle: figures are typed where they lie, holes and ends are dragged or moved with arrow keys; the
// other side follows, and so does the other face.

import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { FittingFigure, Plan } from "../../../api/client";
import { DimensionField } from "../../../sheet/DimensionField";
import { FaceLines, type FacePlace } from "../../../sheet/FacePicture";
import { spread } from "../../../sheet/frame";
import { useSpace } from "../../../sheet/useSpace";

const WIDE = { side: 150, top: 24, bottom: 46 };
const NARROW = { side: 94, top: 20, bottom: 42 };
/** Fields stand at least this far apart, in pixels. */
const APART = 62;

export interface FaceDrawingProps {
  plan: Plan;
  fault: { field: string; sentence: string } | null;
  /** Sets figures of the fittings, all in one step to undo. */
  onFigures: (figures: [field: string, text: string][], key: string) => void;
}

export function FaceDrawing({ plan, fault, onFigures }: FaceDrawingProps) {
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const { face, figures } = plan.fittings;
  const narrow = space && space.width < 460 ? NARROW : { ...NARROW, side: NARROW.side + 14 };
  const margins = space && space.width < 620 ? narrow : WIDE;
  const tall = face.height_mm + Math.max(face.above_mm, face.flap_mm);
  const scale = space
    ? Math.min(
        (space.width - margins.side * 2) / face.width_mm,
        (space.height - margins.top - margins.bottom) / tall,
      )
    : 1;
  const width = face.width_mm * scale + margins.side * 2;
  const height = tall * scale + margins.top + margins.bottom;
  const place: FacePlace = {
    scale,
    x: (mm) => width / 2 + mm * scale,
    y: (mm) => height - margins.bottom - mm * scale,
  };
  const half = face.width_mm / 2;
  // Measured beside what hangs down, not on it.
  const clear = Math.max(0, ...face.marks.map((mark) => (mark.inside ? 0 : mark.width_mm / 2)));
  return (
    <div className="drawing" ref={box}>
      {space && (
        <div className="drawing-frame" style={{ width, height }}>
          <svg
            width={width}
            height={height}
            className="face-drawing"
            role="group"
            aria-label="One face of the bag"
          >
            <FaceLines face={face} place={place} />
            <line
              className="centre-line"
              x1={place.x(0)}
              x2={place.x(0)}
              y1={place.y(-4 / scale)}
              y2={place.y(face.height_mm) - 8}
            />
            <text className="face-note" x={place.x(0)} y={place.y(0) + 20} textAnchor="middle">
              centre line
            </text>
            {half * scale > 170 && (
              <text className="face-note" x={place.x(-half)} y={place.y(0) + 20}>
                front and back alike
              </text>
            )}
            <Measures figures={figures} place={place} half={half} clear={clear} />
            <Grips plan={plan} place={place} onFigures={onFigures} />
          </svg>
          <Fields
            figures={figures}
            place={place}
            half={half}
            size={{ width, height }}
            fault={fault}
            onFigures={onFigures}
          />
        </div>
      )}
    </div>
  );
}

interface Shown {
  figures: FittingFigure[];
  place: FacePlace;
  half: number;
}

/** A figure that has its place on the face. */
interface Measured {
  figure: FittingFigure;
  on: NonNullable<FittingFigure["place"]>;
}

/** Figures across stand on the left, measured to the left-hand hole; those up on the right. */
function sides({ figures, place, half }: Shown) {
  const measured = figures.flatMap((figure): Measured[] =>
    figure.place ? [{ figure, on: figure.place }] : [],
  );
  const left = measured.filter(({ on }) => on.axis === "across");
  const right = measured.filter(({ on }) => on.axis === "up");
  const ys = (all: Measured[], height: (one: Measured) => number) => {
    const wanted = all.map(height);
    return spread(wanted, APART, APART / 2, Math.max(APART, place.y(0) - APART / 3));
  };
  const lefts = ys(
    left,
    ({ figure, on }) => place.y(on.at_mm) + (figure.field === "handle.from_edge" ? 30 : -30),
  );
  const rights = ys(right, ({ on }) => place.y((on.from_mm + on.to_mm) / 2));
  return [
    ...left.map((one, index) => ({ ...one, x: place.x(-half) - 16, y: lefts[index] ?? 0, onLeft: true })),
    ...right.map((one, index) => ({
      ...one,
      x: place.x(half) + 16,
      y: rights[index] ?? 0,
      onLeft: false,
    })),
  ];
}

/** Lines with ticks at their ends, and leaders to their fields. */
function Measures(shown: Shown & { clear: number }) {
  const { place, clear } = shown;
  return (
    <g className="dimension-line" aria-hidden="true">
      {sides(shown).map(({ figure, on, x, y, onLeft }) => {
        if (onLeft) {
          const [a, b] = [place.x(-on.to_mm), place.x(-on.from_mm)];
          const level = place.y(on.at_mm) + (figure.field === "handle.from_edge" ? 14 : -14);
          return (
            <path
              key={figure.field}
              d={`M ${a} ${level - 5} v 10 M ${b} ${level - 5} v 10 M ${a} ${level} H ${b} M ${(a + b) / 2} ${level} L ${x} ${y + 6}`}
            />
          );
        }
        const [low, high] = [place.y(on.from_mm), place.y(on.to_mm)];
        const at = place.x(Math.abs(on.at_mm) + clear) + 12;
        return (
          <path
            key={figure.field}
            d={`M ${at - 5} ${low} h 10 M ${at - 5} ${high} h 10 M ${at} ${low} V ${high} M ${at} ${(low + high) / 2} L ${x} ${y + 6}`}
          />
        );
      })}
    </g>
  );
}

function Fields(
  props: Shown & { size: { width: number; height: number } } & Pick<FaceDrawingProps, "fault" | "onFigures">,
) {
  const { fault, onFigures } = props;
  return sides(props).map(({ figure, x, y, onLeft }) => (
    <DimensionField
      key={figure.field}
      dimension={figure}
      place="beside"
      messageToLeft={!onLeft}
      error={fault?.field === figure.field ? fault.sentence : undefined}
      style={{
        left: onLeft ? x - 4 : x + 4,
        top: y,
        transform: `translate(${onLeft ? "-100%" : "0"}, -50%)`,
      }}
      onChange={(text) => onFigures([[figure.field, text]], figure.field)}
    />
  ));
}

/** What can be taken hold of: holes and ends on both sides, or the middle of an opening. */
function Grips(props: { plan: Plan; place: FacePlace; onFigures: FaceDrawingProps["onFigures"] }) {
  const { plan, place, onFigures } = props;
  const { face, figures } = plan.fittings;
  const across = figures.find((figure) => figure.field === "handle.from_centre");
  const down = figures.find((figure) => figure.field === "handle.down" && figure.place?.axis === "up");
  const held = useRef<number | null>(null);
  const step = (across ?? down)?.step_mm ?? 1;
  if (!across && !down) return null;
  // An opening is held at its middle, a ribbon from gusset to gusset at the two sides of the face.
  const opening = face.holes.find((hole) => hole.purpose === "hand");
  const aside = across?.mm ?? (opening ? 0 : Math.abs(down?.place?.at_mm ?? 0));
  const height = across?.place?.at_mm ?? opening?.at[1] ?? face.height_mm - (down?.mm ?? 0);
  const radius = across ? (face.holes[0]?.half[0] ?? 0) : 0;
  const ends = opening ? [0] : [-aside, aside];

  // A length is a whole number of nanometres: snapped figures are written out exactly.
  const snapped = (mm: number) => {
    const grooves = Math.max(0, Math.round(mm / step));
    return `${(grooves * Math.round(step * 1e6)) / 1e6} mm`;
  };
  const set = (toAside: number, toDown: number) => {
    const changes: [string, string][] = [];
    if (across) changes.push(["handle.from_centre", snapped(Math.min(toAside, face.width_mm / 2))]);
    if (down) changes.push(["handle.down", snapped(Math.min(toDown, face.height_mm))]);
    onFigures(changes, "handle.grip");
  };
  const drag = (event: PointerEvent<SVGElement>) => {
    if (held.current === null) return;
    const svg = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (!svg) return;
    const x = (event.clientX - svg.left - place.x(0)) / place.scale;
    const y = (place.y(0) - (event.clientY - svg.top)) / place.scale;
    set(Math.abs(x), face.height_mm - y);
  };
  const keys = (event: KeyboardEvent, side: number) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    // To the right means away from the centre on the right-hand side, towards it on the left-hand one.
    const outward = move[0] * (side < 0 ? -1 : 1);
    set(aside + outward * step, (down?.mm ?? 0) + move[1] * step);
  };
  return (
    <>
      {ends.map((x, index) => (
        <circle
          key={index}
          className="grip"
          cx={place.x(x)}
          cy={place.y(height)}
          r={Math.max(15, radius * place.scale + 7)}
          role="slider"
          tabIndex={0}
          aria-label={ends.length > 1 ? `Handle, ${x < 0 ? "left" : "right"} side` : "Handle opening"}
          aria-valuenow={Math.round(across ? aside : (down?.mm ?? 0))}
          aria-valuetext={[
            across && `${across.figure} from the centre`,
            down && `${down.figure} ${down.name.toLowerCase()}`,
          ]
            .filter(Boolean)
            .join(", ")}
          onKeyDown={(event) => keys(event, x)}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            held.current = index;
          }}
          onPointerMove={drag}
          onPointerUp={() => (held.current = null)}
          onPointerCancel={() => (held.current = null)}
        />
      ))}
    </>
  );
}
