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
vi.stubGlobal("window", globalThis);

const { LivePlanner } = await import("./LivePlanner");

const brief = (width: string): Brief => ({ finished: { width, height: "6 in", gusset: "2 in" } });
const planOf = (of: Brief) => ({ brief: of }) as Plan;

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

test("an answer that comes too late is dropped", async () => {
  answerAfter({ "4 in": 300, "5 in": 20 });
  const planner = new LivePlanner();
  const [early, last] = [brief("4 in"), brief("5 in")];
  planner.want(early);
  planner.want(last);
  await vi.advanceTimersByTimeAsync(1000);
  expect(planner.snapshot()).toEqual({ plan: planOf(last), answered: last, problem: null });
});

test("the last good plan stays while the next is faulty", async () => {
  const [good, faulty] = [brief("4 in"), brief("four")];
  plan.mockResolvedValueOnce(planOf(good)).mockRejectedValueOnce(new Refused({ status: 422 }));
  const planner = new LivePlanner();
  planner.want(good);
  await vi.advanceTimersByTimeAsync(1);
  planner.want(faulty);
  await vi.advanceTimersByTimeAsync(10_000);
  expect(planner.snapshot()).toEqual({ plan: planOf(good), answered: faulty, problem: { status: 422 } });
  // It would be refused again: nothing is asked twice.
  expect(plan).toHaveBeenCalledTimes(2);
});

test("without an answer it asks again until there is one", async () => {
  const wanted = brief("4 in");
  plan.mockRejectedValueOnce(new Refused({ status: 0 })).mockRejectedValueOnce(new Refused({ status: 503 }));
  plan.mockResolvedValueOnce(planOf(wanted));
  const planner = new LivePlanner();
  planner.want(wanted);
  await vi.advanceTimersByTimeAsync(1);
  expect(planner.snapshot().problem).toEqual({ status: 0 });
  await vi.advanceTimersByTimeAsync(5000);
  expect(planner.snapshot()).toEqual({ plan: planOf(wanted), answered: wanted, problem: null });
});

test("the same brief is asked for once, and nothing after it is stopped", async () => {
  answerAfter({});
  const told = vi.fn();
  const planner = new LivePlanner();
  planner.follow(told);
  const wanted = brief("4 in");
  planner.want(wanted);
  planner.want(wanted);
  await vi.advanceTimersByTimeAsync(10);
  expect([plan.mock.calls.length, told.mock.calls.length]).toEqual([1, 1]);
  planner.want(brief("5 in"));
  planner.stop();
  await vi.advanceTimersByTimeAsync(5000);
  expect(told).toHaveBeenCalledTimes(1);
});
