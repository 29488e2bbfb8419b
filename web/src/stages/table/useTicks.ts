// Ticks of the steps: shown at once, kept by the service, and sent again if they could not be.

import { useRef, useState } from "react";
import { Refused, clearTicks, setTick } from "../../api/client";
import { useSaver } from "../../shared/saving/useSaver";

/** Ticks of a bag; of none (a rehearsal) they are shown, and kept nowhere. */
export function useTicks(bag: number | null, kept: string[]) {
  const [start] = useState(() => [...kept].sort());
  const [done, setDone] = useState(() => new Set(start));
  const latest = useRef(done);
  // True once the bag was changed elsewhere, and a step that is shown with it.
  const [stale, setStale] = useState(false);
  // What was touched since the service last said what is kept: told again, whether or not it had arrived.
  const touched = useRef(new Set<string>());
  const saver = useSaver<string[], string[]>(start, {
    of: (steps) => steps,
    send: async (wanted, known, leaving) => {
      if (bag === null) return wanted;
      const told = [...touched.current];
      if (wanted.length === 0 && known.length > 1) {
        await clearTicks(bag, leaving);
      } else {
        for (const step of told) {
          const there = isThere(setTick(bag, step, wanted.includes(step), leaving));
          // Asked again it would be refused again, and hold up what comes after it.
          if (!leaving && !(await there)) setStale(true);
        }
      }
      told.forEach(
        (step) => latest.current.has(step) === wanted.includes(step) && touched.current.delete(step),
      );
      return wanted;
    },
  });
  const show = (next: Set<string>, steps: Iterable<string>) => {
    for (const step of steps) touched.current.add(step);
    latest.current = next;
    setDone(next);
    saver.want([...next].sort());
  };
  return {
    done,
    failed: saver.problem?.message ?? null,
    stale,
    again: () => void saver.save(),
    set: (step: string, ticked: boolean) => {
      const next = new Set(latest.current);
      if (ticked) next.add(step);
      else next.delete(step);
      show(next, [step]);
    },
    clear: () => show(new Set(), latest.current),
  };
}

/** False if there is no such step any more. */
async function isThere(ticked: Promise<unknown>): Promise<boolean> {
  try {
    await ticked;
    return true;
  } catch (error) {
    if (error instanceof Refused && error.problem.status === 404) return false;
    throw error;
  }
}
