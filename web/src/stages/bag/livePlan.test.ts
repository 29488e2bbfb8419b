import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Brief, Plan } from "../../api/client";

const { plan, Refused } = vi.hoisted(() => ({
  plan: vi.fn(),
  Refused: class extends Error {
    constructor(readonly problem: { status: number }) {
      super("refused");
    }
  },
}));
vi.mock("../../api/client", () => ({ plan, Refused }));

const { planQuery } = await import("../../api/queries");
const { planState } = await import("./livePlan");

const brief = (width: string): Brief => ({ finished: { width, height: "6 in", gusset: "2 in" } });
const planOf = (of: Brief) => ({ brief: of }) as Plan;

/** A screen that shows the plan of what is typed, one brief after the other. */
function screen(first: Brief) {
  const client = new QueryClient();
  const observer = new QueryObserver(client, planQuery(first));
  let last: Plan | null = null;
  const stop = observer.subscribe(() => {});
  return {
    type: (next: Brief) => observer.setOptions(planQuery(next)),
    shown: () => {
      const asked = observer.getCurrentResult();
      const state = planState(last, asked);
      last = asked.data ?? last;
      return state;
    },
    stop: () => {
      stop();
      client.clear();
    },
  };
}

beforeEach(() => {
  vi.useFakeTimers();
  plan.mockReset();
});
afterEach(() => {
  vi.useRealTimers();
});

/** Answers each brief after so many milliseconds, whether anybody still waits or not. */
const answerAfter = (times: Record<string, number>) =>
  plan.mockImplementation(async (asked: Brief) => {
    await new Promise((done) => setTimeout(done, times[asked.finished.width] ?? 0));
    return planOf(asked);
  });

test("an answer that comes too late is not shown, and what is wanted no more is given up", async () => {
  answerAfter({ "4 in": 300, "5 in": 20 });
  const [early, later] = [brief("4 in"), brief("5 in")];
  const on = screen(early);
  on.type(later);
  await vi.advanceTimersByTimeAsync(30);
  expect(on.shown()).toEqual({ plan: planOf(later), current: true, problem: null });
  await vi.advanceTimersByTimeAsync(1000);
  expect(on.shown()).toEqual({ plan: planOf(later), current: true, problem: null });
  const signal = plan.mock.calls[0]![1] as AbortSignal;
  expect(signal.aborted).toBe(true);
  on.stop();
});

test("the last good plan stays while the next is faulty, and is not taken for it", async () => {
  const [good, faulty] = [brief("4 in"), brief("four")];
  plan.mockResolvedValueOnce(planOf(good)).mockRejectedValueOnce(new Refused({ status: 422 }));
  const on = screen(good);
  expect(on.shown()).toEqual({ plan: null, current: false, problem: null });
  await vi.advanceTimersByTimeAsync(1);
  expect(on.shown().current).toBe(true);
  on.type(faulty);
  expect(on.shown()).toEqual({ plan: planOf(good), current: false, problem: null });
  await vi.advanceTimersByTimeAsync(10_000);
  expect(on.shown()).toEqual({ plan: planOf(good), current: false, problem: { status: 422 } });
  // It would be refused again: nothing is asked twice.
  expect(plan).toHaveBeenCalledTimes(2);
  on.stop();
});

test("without an answer it says so and asks again until there is one", async () => {
  const wanted = brief("4 in");
  plan.mockRejectedValueOnce(new Refused({ status: 0 })).mockRejectedValueOnce(new Refused({ status: 503 }));
  plan.mockResolvedValueOnce(planOf(wanted));
  const on = screen(wanted);
  await vi.advanceTimersByTimeAsync(1);
  expect(on.shown().problem).toEqual({ status: 0 });
  await vi.advanceTimersByTimeAsync(1600);
  expect(on.shown().problem).toEqual({ status: 503 });
  await vi.advanceTimersByTimeAsync(5000);
  expect(on.shown()).toEqual({ plan: planOf(wanted), current: true, problem: null });
  on.stop();
});

test("a brief that says the same is asked for once; undone, the plan before is there at once", async () => {
  answerAfter({});
  const on = screen(brief("4 in"));
  on.type(brief("4 in"));
  await vi.advanceTimersByTimeAsync(10);
  on.type(brief("5 in"));
  await vi.advanceTimersByTimeAsync(10);
  on.type(brief("4 in"));
  expect(on.shown()).toEqual({ plan: planOf(brief("4 in")), current: true, problem: null });
  expect(plan).toHaveBeenCalledTimes(2);
  on.stop();
});
