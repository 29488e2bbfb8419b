// Ticks of the steps: shown at once, kept by the service, and sent again if they could not be.

import { useRef, useState } from "react";
import type { How } from "../../shared/saving/Saver";
import { ticksHow } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";

/** Of a rehearsal they are shown, and kept nowhere. */
const UNKEPT: How<string[], string[], null> = {
  of: (steps) => steps,
  base: () => null,
  send: (wanted) => Promise.resolve(wanted),
};

/** Ticks of a bag, or of none. */
export function useTicks(bag: number | null, kept: string[]) {
  const [start] = useState(() => [...kept].sort());
  // True once the bag was changed elsewhere, and a step that is shown with it.
  const [stale, setStale] = useState(false);
  const how = bag === null ? UNKEPT : ticksHow(bag, () => setStale(true));
  const saver = useSaver(bag === null ? null : `ticks ${bag}`, start, how);
  const [done, setDone] = useState(() => new Set(saver.asked ?? start));
  const latest = useRef(done);
  const show = (next: Set<string>) => {
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
      show(next);
    },
    clear: () => show(new Set()),
  };
}
