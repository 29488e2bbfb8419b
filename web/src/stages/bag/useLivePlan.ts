import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Brief, Plan } from "../../api/client";
import { planQuery } from "../../api/queries";
import { planState, type PlanState } from "./livePlan";

/** The plan of a brief while it changes. */
export function useLivePlan(brief: Brief): PlanState {
  const asked = useQuery(planQuery(brief));
  const [last, setLast] = useState<Plan | null>(null);
  if (asked.data && asked.data !== last) setLast(asked.data);
  return planState(last, asked);
}
