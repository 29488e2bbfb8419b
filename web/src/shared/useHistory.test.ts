import * as fc from "fast-check";
import { expect, test } from "vitest";
import { LONGEST, resumed, step, type History } from "./useHistory";

const fresh: History<number> = { past: [], present: 0, future: [] };
const set = (value: number, merge = false) => ({ kind: "set" as const, change: () => value, merge });

test("undone and done again", () => {
  const changed = [set(1), set(2)].reduce(step<number>, fresh);
  const undone = step(changed, { kind: "undo" });
  expect(undone.present).toBe(1);
  expect(step(undone, { kind: "redo" })).toEqual(changed);
});

test("typing on in one field is one change", () => {
  const typed = [set(1), set(12, true), set(125, true)].reduce(step<number>, fresh);
  expect(step(typed, { kind: "undo" }).present).toBe(0);
});

test("a change after an undo forgets what was undone", () => {
  const changed = [set(1), { kind: "undo" as const }, set(2)].reduce(step<number>, fresh);
  expect(step(changed, { kind: "redo" })).toBe(changed);
});

test("it is bounded, the oldest changes go first", () => {
  const long = Array.from({ length: LONGEST + 50 }, (_, at) => set(at + 1)).reduce(step<number>, fresh);
  expect(long.past).toHaveLength(LONGEST);
  expect(long.past[0]).toBe(50);
});

const moves = fc.array(
  fc.oneof(
    fc.integer().map((value) => set(value)),
    fc.constant({ kind: "undo" as const }),
    fc.constant({ kind: "redo" as const }),
  ),
  { maxLength: 60 },
);

test("as many undos as there are changes lead back to the beginning, as many redos to the end", () => {
  fc.assert(
    fc.property(moves, (made) => {
      const end = made.reduce(step<number>, fresh);
      let back = end;
      while (back.past.length > 0) back = step(back, { kind: "undo" });
      expect(back.present).toBe(0);
      let on = back;
      while (on.future.length > end.future.length) on = step(on, { kind: "redo" });
      expect(on).toEqual(end);
    }),
  );
});

test("a history goes on with the next page, whatever the service has spelled otherwise or another has changed", () => {
  fc.assert(
    fc.property(moves, fc.option(fc.integer()), fc.boolean(), (made, other, isElsewhere) => {
      const before = made.reduce(step<number>, fresh);
      const now = other ?? before.present;
      const after = resumed({ ...before, keptAs: isElsewhere ? null : now }, now);
      expect(after.present).toBe(now);
      if (!isElsewhere || now === before.present) {
        expect([after.past, after.future]).toEqual([before.past, before.future]);
      } else {
        // What stood here is one step back.
        expect(step(after, { kind: "undo" }).present).toBe(before.present);
      }
      expect(resumed(null, now)).toEqual({ past: [], present: now, future: [] });
    }),
  );
});
