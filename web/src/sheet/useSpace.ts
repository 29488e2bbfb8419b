import { useLayoutEffect, useState, type RefObject } from "react";

/** The size of an element in pixels, kept up to date. */
export function useSpace(element: RefObject<HTMLElement | null>) {
  const [space, setSpace] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const watched = element.current;
    if (!watched) return;
    const measure = () => setSpace({ width: watched.clientWidth, height: watched.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(watched);
    return () => observer.disconnect();
  }, [element]);
  return space;
}
