// The plan of a brief while it changes: the last good plan stays until the next one is there.

import { Refused, type Plan, type ProblemDetails } from "../../api/client";

export interface PlanState {
  /** The plan of the brief as it stands, or the last good one. */
  plan: Plan | null;
  /** True if it is that of the brief as it stands. */
  current: boolean;
  /** Why the brief as it stands could not be planned. */
  problem: ProblemDetails | null;
}

/** What is shown of an answer, or of the lack of one, after the last good plan. */
export function planState(
  last: Plan | null,
  asked: { data: Plan | undefined; error: unknown; failureReason: unknown },
): PlanState {
  if (asked.data) return { plan: asked.data, current: true, problem: null };
  const failure = asked.error ?? asked.failureReason;
  return { plan: last, current: false, problem: failure instanceof Refused ? failure.problem : null };
}
