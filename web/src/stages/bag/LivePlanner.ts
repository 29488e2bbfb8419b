// Plans a brief while it changes: the last good plan stays until the next one is there.

import { plan, Refused, type Brief, type Plan, type ProblemDetails } from "../../api/client";

export interface PlanState {
  /** The last good plan. */
  plan: Plan | null;
  /** The brief that the plan or the problem answers. */
  answered: Brief | null;
  /** Why the last brief could not be planned. */
  problem: ProblemDetails | null;
}

const TRY_AGAIN = 1500;

/** Asks the service for the plan of the last brief wanted; answers that come too late are dropped. */
export class LivePlanner {
  private wanted: Brief | null = null;
  private asking: AbortController | null = null;
  private timer = 0;
  private current: PlanState = { plan: null, answered: null, problem: null };
  private readonly followers = new Set<() => void>();

  readonly follow = (follower: () => void) => {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  };

  readonly snapshot = () => this.current;

  readonly want = (brief: Brief) => {
    if (this.wanted === brief) return;
    this.wanted = brief;
    void this.ask(brief);
  };

  readonly stop = () => {
    window.clearTimeout(this.timer);
    this.asking?.abort();
    this.wanted = null;
  };

  private async ask(brief: Brief) {
    window.clearTimeout(this.timer);
    this.asking?.abort();
    const asking = new AbortController();
    this.asking = asking;
    try {
      const answer = await plan(brief, asking.signal);
      if (!asking.signal.aborted) this.tell({ plan: answer, answered: brief, problem: null });
    } catch (error) {
      if (asking.signal.aborted) return;
      const problem = error instanceof Refused ? error.problem : null;
      this.tell({ ...this.current, answered: brief, problem });
      if (!problem || problem.status === 0 || problem.status >= 500) {
        this.timer = window.setTimeout(() => void this.ask(brief), TRY_AGAIN);
      }
    }
  }

  private tell(state: PlanState) {
    this.current = state;
    this.followers.forEach((follower) => follower());
  }
}
