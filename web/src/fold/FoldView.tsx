// The bag folding up: in space or as a drawing, from its unrolled pieces to the finished bag, and folded flat.

import {
  Component,
  lazy,
  Suspense,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from "react";
import { flushSync } from "react-dom";
import type { Fold } from "../api/client";
import { ToolButton } from "../drawings/ToolButton";
import { useSpace } from "../sheet/useSpace";
import { DrawnBag } from "./DrawnBag";
import type { Turn } from "./projection";
import { openBag } from "./useFold";

const SolidBag = lazy(() => import("./SolidBag"));

/** Layers drawn as far apart as light card is thick, as a share of how far they are drawn apart when that is asked for. */
const PAPER = 0.4;

const START: Turn = { yaw: -32, pitch: 20 };
/** A flat bag is looked at from a little above its side, so that its layers can be told. */
const START_FLAT: Turn = { yaw: 148, pitch: 24 };
const STEP = 12;

export type Manner = "solid" | "drawn";

/** True if the browser can draw in space at all. */
export function canDrawInSpace(): boolean {
  try {
    return document.createElement("canvas").getContext("webgl2") !== null;
  } catch {
    return false;
  }
}

export function FoldView(props: {
  fold: Fold;
  manner: Manner;
  onManner: (manner: Manner) => void;
  lit: Set<number>;
  onPoint: (facet: number | null, outside: boolean) => void;
}) {
  const { fold, manner, onManner, lit, onPoint } = props;
  const box = useRef<HTMLDivElement>(null);
  const space = useSpace(box);
  const [turn, setTurn] = useState(START);
  const [step, setStep] = useState<number | null>(null);
  const dragged = useRef<{ x: number; y: number; turn: Turn } | null>(null);

  // On paper the bag is a line drawing.
  useEffect(() => {
    const print = () => flushSync(() => onManner("drawn"));
    window.addEventListener("beforeprint", print);
    return () => window.removeEventListener("beforeprint", print);
  }, [onManner]);

  const made = fold.poses.length - 1;
  const last = fold.flat ? made + 1 : made;
  const at = Math.min(step ?? made, last);
  const isFlat = at > made;
  // Handle, mats and band are put on when the bag stands.
  const standing = useMemo(() => openBag(fold), [fold]);
  const [spread, setSpread] = useState(false);
  const facets = at === made ? standing.facets : fold.facets;
  const pose = isFlat ? fold.flat?.pose : at === made ? standing.pose : fold.poses[at]?.facets;
  const t = fold.poses[at]?.t ?? 1;
  // Unrolled, nothing lies on anything; the flat state comes with its layers apart. Else they lie on one another, as thick as
  // paper is, unless it is asked to see them one by one.
  const apart = isFlat ? 0 : t * (spread ? 1 : PAPER);
  const leg = fold.legs.find((one) => t <= one.to + 1e-9);
  const name = isFlat ? "Folded flat" : t === 0 ? "Unrolled" : (leg?.name ?? "");
  const bends = isFlat || (leg !== undefined && !leg.rigid && t > 0);
  const says = bends ? `${name} (the paper bends on the way here)` : name;
  const degrees = Math.round(((turn.yaw % 360) + 360) % 360);
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
  const move = (to: number) => {
    // The flat bag lies the other way round: its base is on the back.
    if (to > made !== isFlat) setTurn(to > made ? START_FLAT : START);
    setStep(to);
  };

  return (
    <>
      <div className="drawing" ref={box}>
        {space && pose && (
          <div
            className="bag-stage"
            role="slider"
            tabIndex={0}
            aria-valuemin={0}
            aria-valuemax={359}
            aria-valuenow={degrees}
            aria-valuetext={`turned by ${degrees} degrees`}
            aria-label={`The bag: ${says.toLowerCase()}. Arrow keys turn it.`}
            onKeyDown={keys}
            onPointerDown={grab}
            onPointerMove={drag}
            onPointerUp={() => (dragged.current = null)}
            onMouseLeave={() => onPoint(null, true)}
          >
            {manner === "solid" ? (
              <IfItFails onFail={() => onManner("drawn")}>
                <Suspense fallback={null}>
                  <SolidBag
                    facets={facets}
                    pose={pose}
                    turn={turn}
                    space={space}
                    apart={apart}
                    lit={lit}
                    onPoint={onPoint}
                  />
                </Suspense>
              </IfItFails>
            ) : (
              <DrawnBag
                facets={facets}
                pose={pose}
                turn={turn}
                space={space}
                apart={apart}
                lit={lit}
                onPoint={onPoint}
              />
            )}
          </div>
        )}
      </div>
      <div className="fold-way">
        <ToolButton icon="turnLeft" name="Turn to the left" onClick={() => by(-STEP * 2)} />
        <label>
          <span>
            {name}
            {bends && <small> · the paper bends on the way here</small>}
          </span>
          <input
            type="range"
            className="form-range"
            min={0}
            max={last}
            value={at}
            aria-label={
              fold.flat
                ? "From the unrolled pieces to the open bag, and folded flat"
                : "From the unrolled pieces to the finished bag"
            }
            aria-valuetext={says}
            onChange={(event) => move(Number(event.target.value))}
          />
        </label>
        <ToolButton icon="turnRight" name="Turn to the right" onClick={() => by(STEP * 2)} />
        <ToolButton
          icon="layers"
          name="Layers apart"
          title="Layers drawn apart, to see which lies on which"
          pressed={spread}
          onClick={() => setSpread(!spread)}
        />
        <ToolButton
          icon="pencil"
          name="Line drawing"
          title="Line drawing, as it prints"
          pressed={manner === "drawn"}
          onClick={() => onManner(manner === "drawn" ? "solid" : "drawn")}
        />
      </div>
    </>
  );
}

/** Falls back to the line drawing where the browser cannot draw in space after all. */
class IfItFails extends Component<{ onFail: () => void; children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override componentDidCatch() {
    this.props.onFail();
  }

  override render() {
    return this.state.failed ? null : this.props.children;
  }
}
