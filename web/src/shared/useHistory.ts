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

/** A value with undo and redo. Changes that follow one another under the same key are undone together. */
export function useHistory<T>(initial: T) {
  const [history, move] = useReducer(step<T>, { past: [], present: initial, future: [] });
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
