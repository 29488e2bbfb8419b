// @vitest-environment jsdom
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { array, assert, asyncProperty, constantFrom } from "fast-check";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Run, RunDraft } from "../../api/client";
import { around, awaited, settle } from "../../shared/testing";

const { changeRun, readRun } = vi.hoisted(() => ({ changeRun: vi.fn(), readRun: vi.fn() }));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  changeRun,
  readRun,
}));

const { Refused } = await import("../../api/client");
const { useRun } = await import("./useRun");

const runOf = (name: string, revision: number) =>
  ({
    id: 1,
    revision,
    name,
    date: "2027-03-06",
    lines: [],
    evenings: { evenings: [] },
    holds: true,
    archived: false,
  }) as unknown as Run;

type Sent = { revision: number; draft: RunDraft; reply: ReturnType<typeof awaited<Run>> };
let sent: Sent[];

beforeEach(() => {
  sent = [];
  readRun.mockImplementation(() => Promise.resolve(runOf("Kiln opening", 1)));
  changeRun.mockImplementation((_: number, revision: number, draft: RunDraft) => {
    const reply = awaited<Run>();
    sent.push({ revision, draft, reply });
    return reply.promise;
  });
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

async function opened() {
  const { result } = renderHook(() => useRun(1), { wrapper: around() });
  await waitFor(() => expect(result.current.run).toBeDefined());
  return result;
}

test("one change is sent at a time, the last one is kept, and each rests on the revision before it", async () => {
  const pressed = array(constantFrom("change", "answer"), { minLength: 1, maxLength: 10 });
  await assert(
    asyncProperty(pressed, async (acts) => {
      sent = [];
      const result = await opened();
      let answered = 0;
      let name = "Kiln opening";
      const answer = async () => {
        const one = sent[answered];
        if (!one) return;
        answered += 1;
        one.reply.answer(runOf(one.draft.name, one.revision + 1));
        await settle();
      };
      for (const [at, one] of acts.entries()) {
        if (one === "answer") await answer();
        else {
          name = `Change ${at}`;
          act(() => result.current.change((draft) => ({ ...draft, name: `Change ${at}` })));
          await settle();
        }
        // What was asked for shows at once, whatever is on its way.
        expect(result.current.asked?.name).toBe(name);
        expect(sent.length - answered).toBeLessThanOrEqual(1);
      }
      while (answered < sent.length) await answer();
      expect(result.current.run?.name).toBe(name);
      expect(result.current.saving).toBe(false);
      expect(sent.map(({ revision }) => revision)).toEqual(sent.map((_, at) => at + 1));
      cleanup();
    }),
    { numRuns: 30 },
  );
});

test("a change that another window was before is not sent again by itself, and is dropped when looked at anew", async () => {
  const result = await opened();
  act(() => result.current.change((draft) => ({ ...draft, name: "Mine" })));
  await settle();
  sent[0]?.reply.refuse(
    new Refused({ type: "/problems/changed", title: "", status: 412, detail: "Changed meanwhile." }),
  );
  await settle();
  expect([result.current.stale, result.current.asked?.name, sent.length]).toEqual([true, "Mine", 1]);
  readRun.mockImplementation(() => Promise.resolve(runOf("Theirs", 5)));
  await act(() => result.current.theirs());
  await settle();
  expect([result.current.stale, result.current.asked?.name, result.current.saving, sent.length]).toEqual([
    false,
    "Theirs",
    false,
    1,
  ]);
});

test("a change that failed goes with the next one; undo asks for what was before", async () => {
  const result = await opened();
  act(() => result.current.change((draft) => ({ ...draft, name: "One" })));
  await settle();
  sent[0]?.reply.refuse(
    new Refused({ type: "/problems/no-answer", title: "", status: 0, detail: "No answer." }),
  );
  await settle();
  expect([result.current.asked?.name, result.current.problem?.message]).toEqual([
    "One",
    "No answer. What you changed is kept in this browser, and saved as soon as it does.",
  ]);
  act(() => result.current.change((draft) => ({ ...draft, holds: false })));
  await settle();
  expect(sent[1]?.draft).toMatchObject({ name: "One", holds: false });
  sent[1]?.reply.answer({ ...runOf("One", 2), holds: false });
  await settle();
  act(() => result.current.undo?.());
  await settle();
  expect(sent[2]?.draft).toMatchObject({ name: "One", holds: true });
  expect(sent[2]?.revision).toBe(2);
});
