import { useCallback, useEffect, useReducer, useRef, useState } from "react";

export interface History<T> {
  past: T[];
  present: T;
  future: T[];
}

export type Move<T> =
  | { kind: "set"; change: (now: T) => T; merge: boolean }
  | { kind: "undo" }
  | { kind: "redo" }
  | { kind: "reset"; value: T };

export const LONGEST = 200;

/** The history after one move. */
export function step<T>(history: History<T>, move: Move<T>): History<T> {
  const { past, present, future } = history;
  switch (move.kind) {
    case "set": {
      const kept = move.merge ? past : [...past, present].slice(-LONGEST);
      return { past: kept, present: move.change(present), future: [] };
    }
    case "undo": {
      const before = past.at(-1);
      return before === undefined
        ? history
        : { past: past.slice(0, -1), present: before, future: [present, ...future] };
    }
    case "redo": {
      const [after, ...rest] = future;
      return after === undefined ? history : { past: [...past, present], present: after, future: rest };
    }
    case "reset":
      return { past: [], present: move.value, future: [] };
  }
}

/** Typing on in the same field within this many milliseconds is one change to undo. */
const ONE_CHANGE = 1200;

/** So many changes each way outlive the page. */
const OUTLIVE = 60;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** A history, and how its present was spelled where it is kept. */
type Left<T> = History<T> & { keptAs?: T | null };

/** The history of a value that is opened with `now`: that of an earlier page, if there is one, goes on. */
export function resumed<T>(before: Left<T> | null, now: T): History<T> {
  if (!before) return { past: [], present: now, future: [] };
  const { past, present, future } = before;
  if (same(present, now) || same(before.keptAs, now)) return { past, present: now, future };
  // Changed elsewhere since: one change more, and nothing to do again.
  return { past: [...past, present].slice(-LONGEST), present: now, future: [] };
}

/** What an earlier page of this window has left under a name; what cannot be read is nothing. */
function leftBehind<T>(name: string): Left<T> | null {
  try {
    const left = JSON.parse(sessionStorage.getItem(name) ?? "null") as Partial<Left<T>> | null;
    const { past, present, future, keptAs } = left ?? {};
    if (!Array.isArray(past) || !Array.isArray(future) || present === undefined) return null;
    return { past, present, future, keptAs };
  } catch {
    return null;
  }
}

/** Leaves a history to the page that comes next in this window. */
export function leaveBehind<T>(name: string, { past, present, future, keptAs }: Left<T>) {
  try {
    const left = { past: past.slice(-OUTLIVE), present, future: future.slice(0, OUTLIVE), keptAs };
    sessionStorage.setItem(name, JSON.stringify(left));
  } catch {
    // No room: then undo ends with the page.
    sessionStorage.removeItem(name);
  }
}

/**
 * A value with undo and redo. Changes that follow one another under the same key are undone together. Under its `name` it goes on in the
 * same window when the page comes again, if it was left behind. What was `left` of an earlier change is there at once; undo brings the `initial` one.
 */
export function useHistory<T>(name: string, initial: T, left: T | null = null) {
  const [history, move] = useReducer(step<T>, name, (): History<T> => {
    const opened = resumed(leftBehind<T>(name), left ?? initial);
    const begins = opened.past.length === 0 && left !== null;
    return begins ? { ...opened, past: [initial] } : opened;
  });
  const last = useRef({ key: "", at: 0 });
  const change = useCallback((changed: (now: T) => T, key = "") => {
    const now = Date.now();
    const merge = key !== "" && key === last.current.key && now - last.current.at < ONE_CHANGE;
    last.current = { key, at: now };
    move({ kind: "set", change: changed, merge });
  }, []);
  const set = useCallback((value: T, key = "") => change(() => value, key), [change]);
  const undo = useCallback(() => {
    last.current = { key: "", at: 0 };
    move({ kind: "undo" });
  }, []);
  const redo = useCallback(() => move({ kind: "redo" }), []);
  const reset = useCallback((value: T) => move({ kind: "reset", value }), []);
  return {
    history,
    present: history.present,
    set,
    change,
    undo,
    redo,
    reset,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}

type Sides<T> = Pick<History<T>, "past" | "future">;

const NOTHING: Sides<never> = { past: [], future: [] };

/**
 * Undo and redo of something that is `asked` for elsewhere: whatever is changed, undone or done again is `want`ed. Under its `name` it
 * goes on in the same window when the page comes again.
 */
export function useChanges<T>(
  name: string,
  asked: T | undefined,
  want: (asked: T) => void,
  keptAs: T | null,
) {
  // What an earlier page has left is looked at once: as soon as it is known what there is now.
  const opened = (now: T): Sides<T> => resumed(leftBehind<T>(name), now);
  const [own, setOwn] = useState(() => (asked === undefined ? null : opened(asked)));
  if (own === null && asked !== undefined) setOwn(opened(asked));
  const { past, future } = own ?? NOTHING;
  const go = (move: Move<T>) => {
    if (asked === undefined) return;
    const next = step({ past, present: asked, future }, move);
    setOwn({ past: next.past, future: next.future });
    if (next.present !== asked) want(next.present);
  };
  useEffect(() => {
    if (asked !== undefined) leaveBehind(name, { past, present: asked, future, keptAs });
  }, [name, past, asked, future, keptAs]);
  return {
    change: (changed: (now: T) => T) => go({ kind: "set", change: changed, merge: false }),
    undo: past.length > 0 ? () => go({ kind: "undo" }) : null,
    redo: future.length > 0 ? () => go({ kind: "redo" }) : null,
    /** Puts something into what undo brings back that was never asked for here. */
    remember: (before: T) => setOwn({ past: [...past, before].slice(-LONGEST), future: [] }),
  };
}
