import { useLayoutEffect, useState } from "react";

/** The size a letter of 16 pixels is usually drawn at. */
const USUAL = 16;

/** How many times as large as usual the reader has text: what stands on a drawing has to make room for it. */
export function useTypeSize(): number {
  const [times, setTimes] = useState(1);
  useLayoutEffect(() => {
    const root = document.documentElement;
    const measure = () => setTimes((Number.parseFloat(getComputedStyle(root).fontSize) || USUAL) / USUAL);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(root);
    return () => observer.disconnect();
  }, []);
  return times;
}
