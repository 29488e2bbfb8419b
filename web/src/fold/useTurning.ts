// The bag turned by hand: dragged, or with the arrow keys.

import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Turn } from "./projection";

/** Degrees for one press of a key. */
export const STEP = 12;

const tipped = (pitch: number) => Math.max(-89, Math.min(89, pitch));

export function useTurning(start: Turn) {
  const [turn, setTurn] = useState(start);
  const dragged = useRef<{ x: number; y: number; turn: Turn } | null>(null);
  const by = (yaw: number, pitch = 0) =>
    setTurn((now) => ({ yaw: now.yaw + yaw, pitch: tipped(now.pitch + pitch) }));
  const onKeyDown = (event: KeyboardEvent) => {
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
  const onPointerDown = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    dragged.current = { x: event.clientX, y: event.clientY, turn };
  };
  const onPointerMove = (event: PointerEvent) => {
    const from = dragged.current;
    if (!from) return;
    setTurn({
      yaw: from.turn.yaw + (event.clientX - from.x) * 0.5,
      pitch: tipped(from.turn.pitch + (event.clientY - from.y) * 0.4),
    });
  };
  const onPointerUp = () => (dragged.current = null);
  return {
    turn,
    setTurn,
    by,
    degrees: Math.round(((turn.yaw % 360) + 360) % 360),
    grips: { onKeyDown, onPointerDown, onPointerMove, onPointerUp },
  };
}
