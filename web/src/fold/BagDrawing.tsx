// The bag folding up, from its unrolled pieces to the open bag: drawn, not photographed, so that it prints as well.

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { Button } from "react-bootstrap";
import { fold, type Brief } from "../api/client";
import { Icon } from "../drawings/Icon";
import { useSpace } from "../sheet/useSpace";
import { placeIn, project, type Turn } from "./projection";

const START: Turn = { yaw: -32, pitch: 20 };
const STEP = 12;
const MARGIN = 26;

export function BagDrawing({ brief, onRead }: { brief: Brief; onRead: (says: string | null) => void }) {
  const { data } = useQuery({
    queryKey: ["fold", brief],
    queryFn: () => fold(brief),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const [turn, setTurn] = useState(START);
  const [step, setStep] = useState<number | null>(null);
  const [pointed, setPointed] = useState<number | null>(null);
  const dragged = useRef<{ x: number; y: number; turn: Turn } | null>(null);

  const last = (data?.poses.length ?? 1) - 1;
  const at = Math.min(step ?? last, last);
  const pose = data?.poses[at];
  const t = pose?.t ?? 1;
  const leg = t === 0 ? "Unrolled" : (data?.legs.find((one) => t <= one.to + 1e-9)?.name ?? "");
  const by = (yaw: number, pitch = 0) =>
    setTurn((now) => ({ yaw: now.yaw + yaw, pitch: Math.max(-89, Math.min(89, now.pitch + pitch)) }));

  const keys = (event: KeyboardEvent) => {
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, STEP],
      ArrowDown: [0, -STEP],
    };
    const way = turns[event.key];
    if (!way) return;
    event.preventDefault();
    by(...way);
  };
  const grab = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    dragged.current = { x: event.clientX, y: event.clientY, turn };
  };
  const drag = (event: PointerEvent) => {
    const from = dragged.current;
    if (!from) return;
    const pitch = from.turn.pitch + (event.clientY - from.y) * 0.4;
    setTurn({
      yaw: from.turn.yaw + (event.clientX - from.x) * 0.5,
      pitch: Math.max(-89, Math.min(89, pitch)),
    });
  };

  const drawn = data && pose ? project(data.facets, pose.facets, turn) : [];
  const place = space ? placeIn(drawn, space, MARGIN) : () => "";

  return (
    <>
      <div className="drawing" ref={box}>
        {space && pose && data && (
          <svg
            className="bag-drawing"
            width={space.width}
            height={space.height}
            role="slider"
            tabIndex={0}
            aria-valuemin={0}
            aria-valuemax={359}
            aria-valuenow={Math.round(((turn.yaw % 360) + 360) % 360)}
            aria-valuetext={`turned by ${Math.round(((turn.yaw % 360) + 360) % 360)} degrees`}
            aria-label={`The bag: ${leg.toLowerCase()}. Arrow keys turn it.`}
            onKeyDown={keys}
            onPointerDown={grab}
            onPointerMove={drag}
            onPointerUp={() => (dragged.current = null)}
            onMouseLeave={() => {
              setPointed(null);
              onRead(null);
            }}
          >
            {drawn.map((facet) => (
              <g key={facet.index}>
                <polygon
                  className={`facet ${facet.outside ? "is-outside" : "is-inside"}${pointed === facet.index ? " is-pointed" : ""}`}
                  points={facet.corners.map(place).join(" ")}
                  onMouseEnter={() => {
                    setPointed(facet.index);
                    const name = data.facets[facet.index]?.name ?? "";
                    onRead(
                      `${name[0]?.toUpperCase()}${name.slice(1)}, ${facet.outside ? "outside" : "inside"} face.`,
                    );
                  }}
                />
                <polygon
                  className="shade"
                  fillOpacity={(1 - facet.facing) * 0.22}
                  points={facet.corners.map(place).join(" ")}
                />
                {facet.up && facet.outside && facet.facing > 0.12 && (
                  <UpArrow from={place(facet.up[0])} to={place(facet.up[1])} />
                )}
              </g>
            ))}
          </svg>
        )}
      </div>
      <div className="fold-way">
        <Button variant="tool" aria-label="Turn to the left" onClick={() => by(-STEP * 2)}>
          <Icon name="turnLeft" />
        </Button>
        <label>
          <span>{leg}</span>
          <input
            type="range"
            className="form-range"
            min={0}
            max={last}
            value={at}
            aria-label="From the unrolled pieces to the open bag"
            aria-valuetext={leg}
            onChange={(event) => setStep(Number(event.target.value))}
          />
        </label>
        <Button variant="tool" aria-label="Turn to the right" onClick={() => by(STEP * 2)}>
          <Icon name="turnRight" />
        </Button>
      </div>
    </>
  );
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
