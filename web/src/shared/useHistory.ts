import { useCallback, useReducer, useRef } from "react";

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
