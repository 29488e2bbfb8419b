// The plan of a brief while it changes: the last good plan stays until the next one is there.

import { queryOptions } from "@tanstack/react-query";
import { plan, Refused, type Brief, type Plan, type ProblemDetails } from "../../api/client";

/** Milliseconds after which the service is asked again that gave no answer. */
const TRY_AGAIN = 1500;

/** True if asking again may help: there was no answer, or the service could not give one just now. */
const mayHelp = (error: unknown) =>
  !(error instanceof Refused) || error.problem.status === 0 || error.problem.status >= 500;

/** Asks for the plan of a brief. One that is wanted no more is given up. */
export const planQuery = (brief: Brief) =>
  queryOptions({
    queryKey: ["plan", brief],
    queryFn: ({ signal }) => plan(brief, signal),
    retry: (_, error) => mayHelp(error),
    retryDelay: TRY_AGAIN,
    // The service is on this machine: there is no network to wait for.
    networkMode: "always",
    // A brief is always planned alike. Undone, a bag is there at once.
    staleTime: Infinity,
    gcTime: 20_000,
    structuralSharing: false,
  });

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
