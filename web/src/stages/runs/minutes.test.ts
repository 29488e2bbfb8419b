import { array, assert, constantFrom, integer, property, record } from "fast-check";
import { expect, test } from "vitest";
import type { Run } from "../../api/client";
import { counted, keyOf, minutesOf, PAUSE, type Spent } from "./minutes";

const run = (copies: number) =>
  ({
    lines: [{ line: 1, copies }],
    work: [
      {
        stage: "score",
        tasks: [
          { line: 1, key: "a", of: copies },
          { line: 1, key: "b", of: copies * 2 },
        ],
      },
      { stage: "glue", tasks: [{ line: 1, key: "c", of: copies }] },
    ],
  }) as unknown as Run;

test("a stage is offered when all of it was timed, for the bags that went through all of it", () => {
  let spent: Spent = {};
  for (let n = 0; n < 4; n++) spent = counted(spent, keyOf(1, "a"), 60, 1);
  expect(minutesOf(run(5), spent)).toEqual([]);
  for (let n = 0; n < 7; n++) spent = counted(spent, keyOf(1, "b"), 30, 1);
  // Three bags went through both: three times a minute, and six times half a minute.
  expect(minutesOf(run(5), spent)).toMatchObject([{ stage: "score", bags: 3, minutes: 6 }]);
});

test("pauses are left out, and what is said never exceeds what was spent", () => {
  const deed = record({
    key: constantFrom("a", "b", "c"),
    seconds: integer({ min: -5, max: 2000 }),
    by: integer({ min: -1, max: 3 }),
  });
  assert(
    property(array(deed, { maxLength: 60 }), (deeds) => {
      let spent: Spent = {};
      let all = 0;
      for (const { key, seconds, by } of deeds) {
        spent = counted(spent, keyOf(1, key), seconds, by);
        if (by > 0 && seconds > 0 && seconds <= PAUSE * by) all += seconds;
      }
      const told = minutesOf(run(4), spent);
      const minutes = told.reduce((sum, own) => sum + own.minutes, 0);
      // Rounded to whole minutes, stage by stage.
      expect(minutes).toBeLessThanOrEqual(all / 60 + told.length / 2 + 1e-9);
    }),
  );
});
