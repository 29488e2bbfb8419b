import { useEffect, useRef, type RefObject } from "react";

/**
 * Keeps the focus in the part of the page in which it was when what had it goes away, instead of letting it fall to the page's
 * top. It looks whenever something is taken off the page.
 */
export function useFocusKept(page: RefObject<HTMLElement | null>) {
  const last = useRef<Element | null>(null);
  useEffect(() => {
    const note = (event: FocusEvent) => {
      if (event.target instanceof Element) last.current = event.target;
    };
    document.addEventListener("focusin", note);
    return () => document.removeEventListener("focusin", note);
  }, []);
  useEffect(() => {
    const watched = page.current;
    if (!watched) return;
    const look = () => {
      const had = last.current;
      const lost = document.activeElement === null || document.activeElement === document.body;
      if (!lost || !had || had.isConnected) return;
      watched.querySelector<HTMLElement>(".verdicts, .bench-panel, .bench-sheet")?.focus({
        preventScroll: true,
      });
    };
    const observer = new MutationObserver(look);
    observer.observe(watched, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, [page]);
}
