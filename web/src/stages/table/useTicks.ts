// Ticks of the steps: shown at once, kept by the service, and sent again if they could not be.

import { useCallback, useRef, useState } from "react";
import { Refused, clearTicks, setTick } from "../../api/client";

type Change = { step: string; done: boolean } | "clear";

/** Ticks of a bag; of none (a rehearsal) they are shown, and kept nowhere. */
export function useTicks(bag: number | null, kept: string[]) {
  const [done, setDone] = useState(() => new Set(kept));
  const [failed, setFailed] = useState<string | null>(null);
  // True once the bag was changed elsewhere, and a step that is shown with it.
  const [stale, setStale] = useState(false);
  // What has not been acknowledged yet, in the order it was done.
  const waiting = useRef<Change[]>([]);
  const sending = useRef(false);
  const send = useCallback(async () => {
    if (sending.current || bag === null) return;
    sending.current = true;
    try {
      for (let next = waiting.current[0]; next; next = waiting.current[0]) {
        try {
          await (next === "clear" ? clearTicks(bag) : setTick(bag, next.step, next.done));
        } catch (error) {
          if (!(error instanceof Refused) || error.problem.status !== 404) throw error;
          // Asked again it would be refused again, and hold up what comes after it.
          setStale(true);
        }
        waiting.current.shift();
      }
      setFailed(null);
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    } finally {
      sending.current = false;
    }
  }, [bag]);
  const change = (next: Change) => {
    if (bag === null) return;
    waiting.current.push(next);
    void send();
  };
  return {
    done,
    failed,
    stale,
    again: () => void send(),
    set: (step: string, ticked: boolean) => {
      setDone((now) => {
        const then = new Set(now);
        if (ticked) then.add(step);
        else then.delete(step);
        return then;
      });
      change({ step, done: ticked });
    },
    clear: () => {
      setDone(new Set());
      change("clear");
    },
  };
}
