// What of a bag is looked at: the stage, what is drawn, what is picked and pointed at in it.

import { useMemo, useReducer } from "react";
import type { About } from "../../api/client";
import type { Manner } from "../../fold/FoldView";
import type { Line } from "../../sheet/lines";
import type { Shown } from "./Drawn";
import type { Stage } from "../../words/stages";

export interface Looking {
  stage: Stage;
  /** What is drawn. */
  shown: Shown;
  /** How the folded bag is drawn. */
  manner: Manner;
  /** The piece that is drawn, and the pass on the board that is lit, by their places in the plan. */
  piece: number;
  pass: number;
  /** The part of the paper that is pointed at, and the face of it that is seen. */
  facet: { index: number; outside: boolean } | null;
  /** The item of the proof that is shown. */
  checked: number | null;
  /** The line that is read. */
  read: Line | null;
  /** What a judgement that is pointed at is about. */
  pointed: About[];
}

export type Glance =
  | { kind: "stage"; stage: Stage }
  | { kind: "show"; shown: Shown }
  | { kind: "swap" }
  | { kind: "manner"; manner: Manner }
  | { kind: "piece"; piece: number }
  | { kind: "pass"; pass: number; piece: number }
  | { kind: "facet"; index: number | null; outside: boolean }
  | { kind: "check"; checked: number | null }
  | { kind: "read"; line: Line | null }
  | { kind: "point"; about: About[] };

/** What is looked at after one glance. What does not change stays the same object, so that nothing is drawn for it. */
export function looked(now: Looking, glance: Glance): Looking {
  switch (glance.kind) {
    case "stage":
      return { ...now, stage: glance.stage };
    case "show":
      return { ...now, shown: glance.shown };
    case "swap":
      return { ...now, shown: now.shown === "sheet" ? "bag" : "sheet" };
    case "manner":
      return { ...now, manner: glance.manner };
    case "piece":
      return { ...now, piece: glance.piece };
    case "pass":
      // A pass is shown on the piece that lies on the board.
      return { ...now, pass: glance.pass, piece: glance.piece };
    case "facet": {
      const { index, outside } = glance;
      if (index === null) return now.facet ? { ...now, facet: null } : now;
      const same = now.facet?.index === index && now.facet.outside === outside;
      return same ? now : { ...now, facet: { index, outside } };
    }
    case "check":
      return { ...now, checked: glance.checked };
    case "read":
      return now.read === glance.line ? now : { ...now, read: glance.line };
    case "point":
      return { ...now, pointed: glance.about };
  }
}

/** The same as a hook; what changes it is the same from one drawing to the next. */
export function useLooking(manner: () => Manner) {
  const [now, glance] = useReducer(looked, undefined, () => ({
    stage: "size" as Stage,
    shown: "sheet" as Shown,
    manner: manner(),
    piece: 0,
    pass: 0,
    facet: null,
    checked: null,
    read: null,
    pointed: [],
  }));
  const look = useMemo(
    () => ({
      atStage: (stage: Stage) => glance({ kind: "stage", stage }),
      at: (shown: Shown) => glance({ kind: "show", shown }),
      swap: () => glance({ kind: "swap" }),
      inManner: (to: Manner) => glance({ kind: "manner", manner: to }),
      atPiece: (piece: number) => glance({ kind: "piece", piece }),
      atPass: (pass: number, piece: number) => glance({ kind: "pass", pass, piece }),
      atFacet: (index: number | null, outside = true) => glance({ kind: "facet", index, outside }),
      atCheck: (checked: number | null) => glance({ kind: "check", checked }),
      atLine: (line: Line | null) => glance({ kind: "read", line }),
      atAbout: (about: About[]) => glance({ kind: "point", about }),
    }),
    [],
  );
  return { now, look };
}

export type Look = ReturnType<typeof useLooking>["look"];
