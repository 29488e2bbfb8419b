// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import * as fc from "fast-check";
import { useState } from "react";
import { beforeEach, expect, test } from "vitest";
import { useChanges } from "./useHistory";

beforeEach(() => sessionStorage.clear());

/** What is asked for lives elsewhere: here in a state beside the hook, as it does in a saver. */
function opened(now: number) {
  return renderHook(() => {
    const [asked, want] = useState(now);
    return { asked, want, ...useChanges("run 1", asked, want, null) };
  }).result;
}

const acts = fc.array(
  fc.oneof(
    fc.integer({ min: 1, max: 99 }).map((to) => ({ act: "change" as const, to })),
    fc.integer({ min: 100, max: 199 }).map((to) => ({ act: "elsewhere" as const, to })),
    fc
      .constantFrom("undo" as const, "redo" as const, "reload" as const)
      .map((name) => ({ act: name, to: 0 })),
  ),
  { maxLength: 25 },
);

test("undo and redo go through what was asked for, over a page that is loaded again, and take up what was chosen instead", () => {
  fc.assert(
    fc.property(acts, (all) => {
      sessionStorage.clear();
      let hook = opened(0);
      let [past, asked, future]: [number[], number, number[]] = [[], 0, []];
      for (const one of all) {
        switch (one.act) {
          case "change":
            act(() => hook.current.change(() => one.to));
            if (one.to !== asked) [past, asked, future] = [[...past, asked], one.to, []];
            else [past, future] = [[...past, asked], []];
            break;
          case "elsewhere": {
            // Another version is chosen: the one that was here comes back by undo.
            const before = asked;
            act(() => {
              hook.current.remember(before);
              hook.current.want(one.to);
            });
            [past, asked, future] = [[...past, before], one.to, []];
            break;
          }
          case "undo":
            act(() => hook.current.undo?.());
            if (past.length > 0)
              [past, asked, future] = [past.slice(0, -1), past.at(-1) ?? 0, [asked, ...future]];
            break;
          case "redo":
            act(() => hook.current.redo?.());
            if (future.length > 0)
              [past, asked, future] = [[...past, asked], future[0] ?? 0, future.slice(1)];
            break;
          case "reload":
            cleanup();
            hook = opened(asked);
            break;
        }
        expect(hook.current.asked).toBe(asked);
        expect([hook.current.undo !== null, hook.current.redo !== null]).toEqual([
          past.length > 0,
          future.length > 0,
        ]);
      }
      cleanup();
    }),
    { numRuns: 60 },
  );
});
