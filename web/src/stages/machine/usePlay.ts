// A clock that runs, pauses and stops, and tells every frame how far it is. It renders only when its state changes.

import { useEffect, useRef, useState } from "react";

export type PlayState = "ready" | "running" | "paused" | "done";

export function usePlay(seconds: number, speed: number, show: (t: number) => void) {
  const [state, setState] = useState<PlayState>("ready");
  const at = useRef(0);
  const shown = useRef(show);
  useEffect(() => {
    shown.current = show;
  });
  useEffect(() => {
    if (state !== "running") return;
    let last = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      at.current = Math.min(seconds, at.current + ((now - last) / 1000) * speed);
      last = now;
      shown.current(at.current);
      if (at.current >= seconds) setState("done");
      else frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [state, speed, seconds]);
  const from = (t: number) => {
    at.current = t;
    shown.current(t);
  };
  return {
    state,
    start: () => {
      if (state === "done") from(0);
      setState("running");
    },
    pause: () => setState("paused"),
    stop: () => {
      from(0);
      setState("ready");
    },
  };
}
