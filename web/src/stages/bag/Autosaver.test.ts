import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Bag, BagDraft } from "../../api/client";

const { updateBag, Refused } = vi.hoisted(() => ({
  updateBag: vi.fn(),
  Refused: class extends Error {
    constructor(readonly problem: { status: number; stored?: unknown }) {
      super("refused");
    }
  },
}));
vi.mock("../../api/client", () => ({ updateBag, Refused }));
vi.stubGlobal("window", globalThis);

const { Autosaver } = await import("./Autosaver");

const draft = (width: string): BagDraft => ({
  name: "Bud vase",
  brief: { finished: { width, height: "6 in", gusset: "2 in" } },
});
const bag = { id: 7, revision: 3, ...draft("4 in") } as Bag;
const kept = (revision: number) => ({ ...bag, revision });

beforeEach(() => {
  vi.useFakeTimers();
  updateBag.mockReset();
});
afterEach(() => {
  vi.useRealTimers();
});

test("what is not saved does not say it is", async () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = new Autosaver(bag);
  expect(saver.snapshot().state).toBe("saved");
  saver.want(draft("5 in"), "pending");
  expect(saver.snapshot().state).toBe("saving");
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(saver.snapshot().state).toBe("saved");
  expect(updateBag).toHaveBeenCalledExactlyOnceWith(7, 3, draft("5 in"));
});

test("typing on is one save, of the last figure", async () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = new Autosaver(bag);
  for (const width of ["1 in", "12 in", "12 1/2 in"]) {
    saver.want(draft(width), "good");
    await vi.advanceTimersByTimeAsync(100);
  }
  await vi.advanceTimersByTimeAsync(1000);
  expect(updateBag.mock.calls).toEqual([[7, 3, draft("12 1/2 in")]]);
});

test("a faulty draft is not sent, and the one after it is", async () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = new Autosaver(bag);
  saver.want(draft("five"), "faulty");
  await vi.advanceTimersByTimeAsync(5000);
  expect([updateBag.mock.calls.length, saver.snapshot().state]).toEqual([0, "waiting"]);
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect([updateBag.mock.calls.length, saver.snapshot().state]).toEqual([1, "saved"]);
});

test("while nobody answers it says so, and what was changed is saved later with the right revision", async () => {
  updateBag.mockRejectedValueOnce(new Refused({ status: 0 })).mockResolvedValue(kept(4));
  const saver = new Autosaver(bag);
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(saver.snapshot().state).toBe("offline");
  await vi.advanceTimersByTimeAsync(4000);
  expect([updateBag.mock.calls.length, saver.snapshot().state]).toEqual([2, "saved"]);
  saver.want(draft("6 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(updateBag.mock.lastCall).toEqual([7, 4, draft("6 in")]);
});

test("a plan that does not come says it is not saved", () => {
  const saver = new Autosaver(bag);
  saver.want(draft("5 in"), "unanswered");
  expect(saver.snapshot().state).toBe("offline");
});

test("what was changed elsewhere stops it until it is settled", async () => {
  const stored = kept(9);
  updateBag.mockRejectedValueOnce(new Refused({ status: 412, stored })).mockResolvedValue(kept(10));
  const saver = new Autosaver(bag);
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(saver.snapshot()).toEqual({ state: "conflict", conflict: stored });
  saver.want(draft("6 in"), "good");
  await vi.advanceTimersByTimeAsync(5000);
  expect(updateBag).toHaveBeenCalledTimes(1);
  saver.settle(stored);
  saver.want(draft("6 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(updateBag.mock.lastCall).toEqual([7, 9, draft("6 in")]);
  expect(saver.snapshot().state).toBe("saved");
});

test("two saves never run at once", async () => {
  let running = 0;
  let most = 0;
  updateBag.mockImplementation(async (_id: number, revision: number) => {
    running += 1;
    most = Math.max(most, running);
    await new Promise((done) => setTimeout(done, 700));
    running -= 1;
    return kept(revision + 1);
  });
  const saver = new Autosaver(bag);
  for (const width of ["5 in", "6 in", "7 in"]) {
    saver.want(draft(width), "good");
    await vi.advanceTimersByTimeAsync(400);
  }
  await vi.advanceTimersByTimeAsync(10_000);
  expect(most).toBe(1);
  expect(updateBag.mock.lastCall).toEqual([7, 4, draft("7 in")]);
  expect(saver.snapshot().state).toBe("saved");
});

test("leaving the page sends what is not saved, and only that", () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = new Autosaver(bag);
  saver.leave();
  expect(updateBag).not.toHaveBeenCalled();
  saver.want(draft("5 in"), "good");
  saver.leave();
  expect(updateBag).toHaveBeenCalledExactlyOnceWith(7, 3, draft("5 in"), true);
});
