// The stages of the work, one name for each wherever it is told.

import type { Step } from "../api/client";

/** The stages at which paper is worked. */
export type WorkStage = Step["stage"];
/** The stages of the bench: two of them decide, four work. */
export type Stage = "size" | "handle" | WorkStage;

/** In the order of the work; a new stage stops the compiler here. */
export const STAGES: Record<Stage, string> = {
  size: "Size",
  handle: "Handle",
  trim: "Trim",
  score: "Score",
  cut: "Fold & cut",
  glue: "Glue",
};

/** As minutes are counted for it. */
export const WORKING: Record<WorkStage, string> = {
  trim: "trimming",
  score: "scoring",
  cut: "folding and cutting",
  glue: "gluing",
};

/** As the work on many bags is headed; nothing for what is told with the sheets. */
export const WORK_HEADS: Record<WorkStage, string | null> = {
  trim: null,
  score: "Score",
  cut: "Fold and cut",
  glue: "Glue and finish",
};
