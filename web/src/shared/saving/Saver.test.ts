import { array, assert, asyncProperty, constantFrom } from "fast-check";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Bag, BagDraft } from "../../api/client";
import type { Locks, Store } from "./places";
import type { Place } from "./Saver";
import { newKey } from "./key";

const { updateBag, Refused } = vi.hoisted(() => ({
  updateBag: vi.fn(),
  Refused: class extends Error {
    constructor(
      readonly problem: {
        status: number;
        stored?: unknown;
        stored_as?: { revision: number; key: string | null };
      },
    ) {
      super("refused");
    }
  },
}));
vi.mock("../../api/client", () => ({ Refused }));
vi.stubGlobal("window", globalThis);

const { Saver } = await import("./Saver");
const { Places } = await import("./places");

const draft = (width: string): BagDraft => ({
  name: "Bud vase",
  brief: { finished: { width, height: "6 in", gusset: "2 in" } },
});
const bag = { id: 7, revision: 3, ...draft("4 in") } as Bag;
const kept = (revision: number) => ({ ...bag, revision });

/** A bag that is kept as the workbench keeps it. */
const opened = () =>
  new Saver<BagDraft, Bag, Pick<Bag, "id" | "revision">>(bag, {
    of: ({ name, brief }) => ({ name, brief }),
    base: ({ id, revision }) => ({ id, revision }),
    baseAt: (revision) => ({ id: 7, revision }),
    send: (wanted, { base: { id, revision } }, _, { leaving }) =>
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

/** A service that keeps one text, in the hands of the test: it answers when told to, whether or not anybody still waits. */
class Service {
  kept = { revision: 1, text: "A" };
  key: string | null = null;
  ours = "A";
  away = false;
  readonly open: {
    text: string;
    key: string;
    rests: number;
    answer: (kept: Kept) => void;
    fail: (error: Error) => void;
  }[] = [];

  /** Of a page that is gone nothing is sent any more, and nobody hears an answer; what was on its way still arrives. */
  saver(place?: Place<string, number>, page = { stands: true }) {
    return new Saver<string, Kept, number>(
      this.kept,
      {
        of: ({ text }) => text,
        base: ({ revision }) => revision,
        baseAt: (revision) => revision,
        send: (text, { base }, _, { key }) =>
          new Promise<Kept>((answer, fail) => {
            if (!page.stands) return;
            const heard =
              <What>(hears: (what: What) => void) =>
              (what: What) =>
                page.stands && hears(what);
            this.open.push({ text, key, rests: base, answer: heard(answer), fail: heard(fail) });
          }),
        stored: ({ problem }) => (problem.stored as unknown as Kept) ?? null,
      },
      place,
    );
  }

  /** Takes what was sent first, or the last; loses the answer if that is wanted. */
  async take(how: { last?: boolean; lost?: boolean; unheard?: boolean } = {}) {
    const one = how.last ? this.open.pop() : this.open.shift();
    if (!one) return;
    if (how.unheard || this.away) {
      one.fail(new Refused({ status: 0 }));
    } else if (one.rests === this.kept.revision) {
      // Spelled as it spells everything.
      this.kept = { revision: this.kept.revision + 1, text: spelled((this.ours = one.text)) };
      this.key = one.key;
      if (how.lost) one.fail(new Refused({ status: 0 }));
      else one.answer(this.kept);
    } else {
      const { revision } = this.kept;
      one.fail(new Refused({ status: 412, stored: this.kept, stored_as: { revision, key: this.key } }));
    }
    await vi.advanceTimersByTimeAsync(0);
  }
}
type Kept = { revision: number; text: string };
const spelled = (text: string) => text.toUpperCase();

/** The store of a browser, as far as it is needed. */
function storeOf(): Store {
  const all = new Map<string, string>();
  return {
    getItem: (key) => all.get(key) ?? null,
    setItem: (key, text) => void all.set(key, text),
    removeItem: (key) => void all.delete(key),
    key: (place) => [...all.keys()][place] ?? null,
    get length() {
      return all.size;
    },
  };
}

test("whatever happens on the way, the last of what was asked for is kept, one save after the other", async () => {
  const acts = array(constantFrom("want", "back", "answer", "fail", "lose", "wait", "elsewhere"), {
    maxLength: 25,
  });
  await assert(
    asyncProperty(acts, async (all) => {
      const service = new Service();
      const saver = service.saver();
      let wanted = "A";
      for (const [at, act] of all.entries()) {
        if (act === "want") saver.want((wanted = `change ${at}`));
        if (act === "back") saver.want((wanted = service.kept.text));
        if (act === "answer") await service.take();
        if (act === "lose") await service.take({ lost: true });
        if (act === "fail") await service.take({ unheard: true });
        if (act === "elsewhere") {
          service.kept = { revision: service.kept.revision + 1, text: `THEIRS ${at}` };
          service.key = null;
        }
        await vi.advanceTimersByTimeAsync(act === "wait" ? 5000 : 0);
        expect(service.open.length).toBeLessThanOrEqual(1);
        // It never says that it is saved while what is wanted is not what was kept last.
        const told = saver.snapshot();
        expect(told.state === "saved" && told.asked !== null).toBe(false);
      }
      for (let turn = 0; turn < 20; turn += 1) {
        await service.take();
        await vi.advanceTimersByTimeAsync(5000);
      }
      const told = saver.snapshot();
      // Kept, or held out to be decided on.
      if (told.state !== "conflict") expect([service.ours, service.kept.text]).toContain(wanted);
      else expect([told.asked, service.ours]).toContain(wanted);
    }),
    { numRuns: 300 },
  );
});

test("nothing typed is lost when the page goes, whatever is on its way, and nobody is asked about their own change", async () => {
  const acts = array(
    constantFrom("want", "back", "answer", "lose", "fail", "late", "wait", "leave", "crash", "away", "there"),
    { maxLength: 25 },
  );
  await assert(
    asyncProperty(acts, async (all) => {
      const service = new Service();
      const store = storeOf();
      const load = async () => {
        const page = { stands: true };
        const places = new Places(store, newKey());
        await places.adopt(undefined);
        const place = places.place<string, number>("bag 7");
        const write: typeof place.write = (waiting) => page.stands && place.write(waiting);
        return { page, places, saver: service.saver({ ...place, write }, page) };
      };
      let { page, places, saver } = await load();
      let wanted = "A";
      /** The page goes, told of it or not, and comes again. */
      const again = async (told: boolean) => {
        if (told) saver.leave();
        page.stands = false;
        ({ page, places, saver } = await load());
        expect(spelled(saver.snapshot().asked ?? service.kept.text)).toBe(spelled(wanted));
        await vi.advanceTimersByTimeAsync(0);
      };
      for (const [at, act] of all.entries()) {
        if (act === "want") saver.want((wanted = `change ${at}`));
        if (act === "back") saver.want((wanted = service.kept.text));
        if (act === "answer") await service.take();
        if (act === "lose") await service.take({ lost: true });
        if (act === "fail") await service.take({ unheard: true });
        if (act === "late") await service.take({ last: true });
        if (act === "leave" || act === "crash") await again(act === "leave");
        if (act === "away" || act === "there") service.away = act === "away";
        if (act === "wait") await vi.advanceTimersByTimeAsync(5000);
      }
      service.away = false;
      for (let turn = 0; turn < 60; turn += 1) {
        await service.take();
        await vi.advanceTimersByTimeAsync(5000);
      }
      expect([saver.snapshot().state, service.kept.text]).toEqual(["saved", spelled(wanted)]);
      expect(places.names()).toEqual([]);
    }),
    { numRuns: 500 },
  );
});

test("what a window has not kept yet no other takes while it stands, and the next takes when it has gone", async () => {
  const store = storeOf();
  const standing = new Set<string>();
  const locks = {
    request: (name: string, held: () => Promise<unknown>) => {
      const done = held();
      standing.add(name);
      return done;
    },
    query: () => Promise.resolve({ held: [...standing].map((name) => ({ name })) }),
  } as unknown as Locks;
  const first = new Places(store, "first");
  await first.adopt(locks);
  const waiting = { what: "b", rest: { base: 1, what: "a" }, unsure: [], good: true };
  first.place<string, number>("bag 7").write(waiting);
  const second = new Places(store, "second");
  const adopted = second.adopt(locks);
  await vi.advanceTimersByTimeAsync(2000);
  await adopted;
  expect(second.names()).toEqual([]);
  standing.delete("not kept first");
  const third = new Places(store, "third");
  await third.adopt(locks);
  expect([third.names(), third.place("bag 7").read()]).toEqual([["bag 7"], waiting]);
  expect(first.names()).toEqual([]);
});

test("it asks before a page goes only if the browser has no room for what is not kept", () => {
  const full = {
    ...storeOf(),
    setItem: () => {
      throw new Error("full");
    },
  };
  const places = new Places(full, "first");
  const place = places.place<string, number>("bag 7");
  expect(places.mustAsk()).toBe(false);
  place.write({ what: "b", rest: { base: 1, what: "a" }, unsure: [], good: true });
  expect(places.mustAsk()).toBe(true);
  place.write(null);
  expect(places.mustAsk()).toBe(false);
});
