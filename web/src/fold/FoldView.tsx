// The bag folding up: in space or as a drawing, from its unrolled pieces to the finished bag, and folded flat.

import { lazy, Suspense, useEffect, useRef } from "react";
import { flushSync } from "react-dom";
import type { Fold } from "../api/client";
import { ToolButton } from "../drawings/ToolButton";
import { useSpace } from "../sheet/useSpace";
import { DrawnBag } from "./DrawnBag";
import type { Turn } from "./projection";
import { IfItFails } from "./IfItFails";
import { useStep } from "./useStep";
import { STEP, useTurning } from "./useTurning";

const SolidBag = lazy(() => import("./SolidBag"));

const START: Turn = { yaw: -32, pitch: 20 };
/** A flat bag is looked at from a little above its side, so that its layers can be told. */
const START_FLAT: Turn = { yaw: 148, pitch: 24 };

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
  const { turn, setTurn, by, degrees, grips } = useTurning(START);
  const step = useStep(fold);
  const { facets, pose, apart } = step;

  // On paper the bag is a line drawing.
  useEffect(() => {
    const print = () => flushSync(() => onManner("drawn"));
    window.addEventListener("beforeprint", print);
    return () => window.removeEventListener("beforeprint", print);
  }, [onManner]);

  const move = (to: number) => {
    // The flat bag lies the other way round: its base is on the back.
    if (step.isFlatAt(to) !== step.isFlat) setTurn(step.isFlatAt(to) ? START_FLAT : START);
    step.setStep(to);
  };
  const drawing = space && pose && { facets, pose, turn, space, apart, lit, onPoint };
  return (
    <>
      <div className="drawing" ref={box}>
        {drawing && (
          <div
            className="bag-stage"
            role="slider"
            tabIndex={0}
            aria-valuemin={0}
            aria-valuemax={359}
            aria-valuenow={degrees}
            aria-valuetext={`turned by ${degrees} degrees`}
            aria-label={`The bag: ${step.says.toLowerCase()}. Arrow keys turn it.`}
            {...grips}
            onMouseLeave={() => onPoint(null, true)}
          >
            {manner === "solid" ? (
              <IfItFails onFail={() => onManner("drawn")}>
                <Suspense fallback={null}>
                  <SolidBag {...drawing} />
                </Suspense>
              </IfItFails>
            ) : (
              <DrawnBag {...drawing} />
            )}
          </div>
        )}
      </div>
      <FoldWay
        step={step}
        hasFlat={Boolean(fold.flat)}
        manner={manner}
        onManner={onManner}
        onTurn={by}
        onMove={move}
      />
    </>
  );
}

/** The slider from the unrolled pieces to the finished bag, and how it is drawn. */
function FoldWay(props: {
  step: ReturnType<typeof useStep>;
  hasFlat: boolean;
  manner: Manner;
  onManner: (manner: Manner) => void;
  onTurn: (yaw: number) => void;
  onMove: (to: number) => void;
}) {
  const { step, hasFlat, manner, onManner, onTurn, onMove } = props;
  const { name, bends, last, at, says, spread, setSpread } = step;
  return (
    <div className="fold-way">
      <ToolButton icon="turnLeft" name="Turn to the left" onClick={() => onTurn(-STEP * 2)} />
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
            hasFlat
              ? "From the unrolled pieces to the open bag, and folded flat"
              : "From the unrolled pieces to the finished bag"
          }
          aria-valuetext={says}
          onChange={(event) => onMove(Number(event.target.value))}
        />
      </label>
      <ToolButton icon="turnRight" name="Turn to the right" onClick={() => onTurn(STEP * 2)} />
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
  );
}
