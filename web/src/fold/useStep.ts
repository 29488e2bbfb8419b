// How far the bag is folded: which pose is shown, what it is called, how far its layers are drawn apart.

import { useMemo, useState } from "react";
import type { Fold } from "../api/client";
import { openBag } from "./useFold";

/** Layers drawn as far apart as light card is thick, as a share of how far they are drawn apart when that is asked for. */
const PAPER = 0.4;

export function useStep(fold: Fold) {
  const [step, setStep] = useState<number | null>(null);
  const [spread, setSpread] = useState(false);
  // Handle, mats and band are put on when the bag stands.
  const standing = useMemo(() => openBag(fold), [fold]);
  const made = fold.poses.length - 1;
  const last = fold.flat ? made + 1 : made;
  const at = Math.min(step ?? made, last);
  const isFlat = at > made;
  const t = fold.poses[at]?.t ?? 1;
  const leg = fold.legs.find((one) => t <= one.to + 1e-9);
  const name = isFlat ? "Folded flat" : t === 0 ? "Unrolled" : (leg?.name ?? "");
  const bends = isFlat || (leg !== undefined && !leg.rigid && t > 0);
  return {
    at,
    last,
    isFlat,
    isFlatAt: (to: number) => to > made,
    setStep,
    spread,
    setSpread,
    facets: at === made ? standing.facets : fold.facets,
    pose: isFlat ? fold.flat?.pose : at === made ? standing.pose : fold.poses[at]?.facets,
    // Unrolled, nothing lies on anything; the flat state comes with its layers apart. Else they lie on one another, as thick
    // as paper is, unless it is asked to see them one by one.
    apart: isFlat ? 0 : t * (spread ? 1 : PAPER),
    name,
    bends,
    says: bends ? `${name} (the paper bends on the way here)` : name,
  };
}
