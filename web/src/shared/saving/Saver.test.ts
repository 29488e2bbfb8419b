import { array, assert, asyncProperty, constantFrom } from "fast-check";
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
vi.mock("../../api/client", () => ({ Refused }));
vi.stubGlobal("window", globalThis);

const { Saver } = await import("./Saver");

const draft = (width: string): BagDraft => ({
  name: "Bud vase",
  brief: { finished: { width, height: "6 in", gusset: "2 in" } },
});
const bag = { id: 7, revision: 3, ...draft("4 in") } as Bag;
const kept = (revision: number) => ({ ...bag, revision });

/** A bag that is kept as the workbench keeps it. */
const opened = () =>
  new Saver<BagDraft, Bag>(bag, {
    of: ({ name, brief }) => ({ name, brief }),
    send: (wanted, { id, revision }, leaving) =>
      leaving ? updateBag(id, revision, wanted, leaving) : updateBag(id, revision, wanted),
    stored: ({ problem }) => problem.stored ?? null,
    pause: 350,
  });

beforeEach(() => {
  vi.useFakeTimers();
  updateBag.mockReset();
});
afterEach(() => {
  vi.useRealTimers();
});

test("what is not saved does not say it is", async () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = opened();
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
  const saver = opened();
  for (const width of ["1 in", "12 in", "12 1/2 in"]) {
    saver.want(draft(width), "good");
    await vi.advanceTimersByTimeAsync(100);
  }
  await vi.advanceTimersByTimeAsync(1000);
  expect(updateBag.mock.calls).toEqual([[7, 3, draft("12 1/2 in")]]);
});

test("a faulty draft is not sent, and the one after it is", async () => {
  updateBag.mockResolvedValue(kept(4));
  const saver = opened();
  saver.want(draft("five"), "faulty");
  await vi.advanceTimersByTimeAsync(5000);
  expect([updateBag.mock.calls.length, saver.snapshot().state]).toEqual([0, "waiting"]);
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect([updateBag.mock.calls.length, saver.snapshot().state]).toEqual([1, "saved"]);
});

test("while nobody answers it says so, and what was changed is saved later with the right revision", async () => {
  updateBag.mockRejectedValueOnce(new Refused({ status: 0 })).mockResolvedValue(kept(4));
  const saver = opened();
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
  const saver = opened();
  saver.want(draft("5 in"), "unanswered");
  expect(saver.snapshot().state).toBe("offline");
});

test("what was changed elsewhere stops it until it is settled", async () => {
  const stored = kept(9);
  updateBag.mockRejectedValueOnce(new Refused({ status: 412, stored })).mockResolvedValue(kept(10));
  const saver = opened();
  saver.want(draft("5 in"), "good");
  await vi.advanceTimersByTimeAsync(1000);
  expect(saver.snapshot()).toMatchObject({ state: "conflict", conflict: stored });
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
  const saver = opened();
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
  const saver = opened();
  saver.leave();
  expect(updateBag).not.toHaveBeenCalled();
  saver.want(draft("5 in"), "good");
  saver.leave();
  expect(updateBag).toHaveBeenCalledExactlyOnceWith(7, 3, draft("5 in"), true);
});

test("whatever happens on the way, the last of what was asked for is kept, one save after the other", async () => {
  const acts = array(constantFrom("want", "back", "answer", "fail", "wait", "elsewhere"), { maxLength: 25 });
  await assert(
    asyncProperty(acts, async (all) => {
      type Reply = { answer: (kept: Kept) => void; fail: (error: Error) => void };
      type Kept = { revision: number; text: string };
      let service: Kept = { revision: 1, text: "a" };
      const open: { text: string; rests: number; reply: Reply }[] = [];
      const saver = new Saver<string, Kept>(service, {
        of: ({ text }) => text,
        send: (text, { revision }) =>
          new Promise<Kept>((answer, fail) => open.push({ text, rests: revision, reply: { answer, fail } })),
      });
      let wanted = "a";
      let ours = "a";
      const answer = async () => {
        const one = open.shift();
        if (!one) return;
        if (one.rests === service.revision) {
          service = { revision: service.revision + 1, text: (ours = one.text) };
          one.reply.answer(service);
        } else {
          one.reply.fail(new Refused({ status: 412 }));
        }
        await vi.advanceTimersByTimeAsync(0);
      };
      for (const [at, act] of all.entries()) {
        if (act === "want") saver.want((wanted = `change ${at}`));
        if (act === "back") saver.want((wanted = service.text));
        if (act === "answer") await answer();
        if (act === "fail") open.shift()?.reply.fail(new Refused({ status: 0 }));
        if (act === "elsewhere") service = { revision: service.revision + 1, text: `theirs ${at}` };
        await vi.advanceTimersByTimeAsync(act === "wait" ? 5000 : 0);
        expect(open.length).toBeLessThanOrEqual(1);
        // It never says that it is saved while what is wanted is not what was kept last.
        const told = saver.snapshot();
        expect(told.state === "saved" && told.asked !== null).toBe(false);
      }
      for (let turn = 0; turn < 20; turn += 1) {
        await answer();
        await vi.advanceTimersByTimeAsync(5000);
      }
      const told = saver.snapshot();
      // Kept, or held out to be decided on.
      expect(told.state === "conflict" ? (told.asked ?? ours) : ours).toBe(wanted);
    }),
    { numRuns: 300 },
  );
});
