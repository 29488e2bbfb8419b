import { useEffect, useState, useSyncExternalStore } from "react";
import type { Brief } from "../../api/client";
import { LivePlanner } from "./LivePlanner";

/** The plan of a brief while it changes. `current` is true if the plan is that of the brief as it stands. */
export function useLivePlan(brief: Brief) {
  const [planner] = useState(() => new LivePlanner());
  const { plan, answered, problem } = useSyncExternalStore(planner.follow, planner.snapshot);
  useEffect(() => planner.want(brief), [planner, brief]);
  useEffect(() => planner.stop, [planner]);
  return {
    plan,
    current: plan !== null && answered === brief && problem === null,
    problem: answered === brief ? problem : null,
  };
}
