import { startTransition, useEffect, useState } from "react";

/** A value that follows another once what comes first has been painted. A page that nobody sees is not painted: there it follows at once. */
export function useAfterPaint<Value>(value: Value): Value {
  const [shown, setShown] = useState(value);
  useEffect(() => {
    let timer = 0;
    const follow = () => {
      timer = window.setTimeout(() => startTransition(() => setShown(value)));
    };
    const frame = document.hidden ? (follow(), 0) : requestAnimationFrame(follow);
    return () => {
      cancelAnimationFrame(frame);
      window.clearTimeout(timer);
    };
  }, [value]);
  return shown;
}
