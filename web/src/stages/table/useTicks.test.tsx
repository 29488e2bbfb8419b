// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import { array, assert, asyncProperty, boolean, constantFrom, record } from "fast-check";
import { expect, test, vi } from "vitest";

const { setTick, clearTicks } = vi.hoisted(() => ({ setTick: vi.fn(), clearTicks: vi.fn() }));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  setTick,
  clearTicks,
}));

const { Refused } = await import("../../api/client");
const { useTicks } = await import("./useTicks");
const { savers } = await import("../../shared/saving/savers");

const STEPS = ["trim-1", "score-1", "glue-1"];
const refusal = (status: number) =>
  new Refused({ type: "/problems/x", title: "", status, detail: "No answer." });

type Way = "there" | "away" | "answer lost";

/** A service that keeps ticks, answers nothing while it is away, and knows no step but these. */
function service(kept: string[]) {
  const done = new Set(kept);
  const own: { done: Set<string>; is: Way } = { done, is: "there" };
  const answered = (change: () => void) => {
    if (own.is !== "away") change();
    return own.is === "there" ? Promise.resolve(undefined) : Promise.reject(refusal(0));
  };
  setTick.mockImplementation((_: number, step: string, ticked: boolean) =>
    STEPS.includes(step)
      ? answered(() => (ticked ? done.add(step) : done.delete(step)))
      : Promise.reject(refusal(404)),
  );
  clearTicks.mockImplementation(() => answered(() => done.clear()));
  return own;
}

const waited = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

test("whatever is ticked while nobody answers is kept when somebody does", async () => {
  const deed = record({
    step: constantFrom(...STEPS, "all"),
    done: boolean(),
    is: constantFrom<Way>("there", "away", "answer lost"),
  });
  vi.useFakeTimers();
  await assert(
    asyncProperty(array(deed, { maxLength: 12 }), async (deeds) => {
      const kept = service(["score-1"]);
      const { result } = renderHook(() => useTicks(7, ["score-1"]));
      const shown = new Set(["score-1"]);
      for (const { step, done, is } of deeds) {
        kept.is = is;
        act(() => (step === "all" ? result.current.clear() : result.current.set(step, done)));
        if (step === "all") shown.clear();
        else if (done) shown.add(step);
        else shown.delete(step);
        expect([...result.current.done].sort()).toEqual([...shown].sort());
        if (done) await waited(10);
      }
      kept.is = "there";
      await waited(10_000);
      expect([...kept.done].sort()).toEqual([...shown].sort());
      expect(result.current.failed).toBeNull();
      cleanup();
      savers.close();
    }),
    { numRuns: 100 },
  );
  vi.useRealTimers();
});

test("a step that is no longer there is told, and does not hold up the others", async () => {
  const kept = service([]);
  const { result } = renderHook(() => useTicks(7, []));
  await act(async () => {
    result.current.set("gone-1", true);
    result.current.set("glue-1", true);
    await new Promise((resolve) => setTimeout(resolve, 20));
  });
  expect([result.current.stale, [...kept.done]]).toEqual([true, ["glue-1"]]);
});

test("ticks of a rehearsal are kept nowhere", async () => {
  setTick.mockClear();
  const { result } = renderHook(() => useTicks(null, []));
  await act(async () => {
    result.current.set("glue-1", true);
    await new Promise((resolve) => setTimeout(resolve, 20));
  });
  expect([result.current.done.has("glue-1"), setTick.mock.calls.length]).toEqual([true, 0]);
});
