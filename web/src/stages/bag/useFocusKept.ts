import { useEffect, useRef, type RefObject } from "react";

/**
 * Keeps the focus in the part of the page in which it was when what had it goes away, instead of letting it fall to the page's
 * top. It looks whenever something is taken off the page.
 */
export function useFocusKept(page: RefObject<HTMLElement | null>) {
  // What had the focus last, and the part of the page it was in: once it is gone, it can no longer be asked.
  const last = useRef<{ had: Element; part: HTMLElement | null } | null>(null);
  useEffect(() => {
    const note = (event: FocusEvent) => {
      if (event.target instanceof Element) {
        const part = event.target.closest<HTMLElement>(".bench-panel, .bench-sheet");
        last.current = { had: event.target, part };
      }
    };
    document.addEventListener("focusin", note);
    return () => document.removeEventListener("focusin", note);
  }, []);
  useEffect(() => {
    const watched = page.current;
    if (!watched) return;
    const look = () => {
      const lost = document.activeElement === null || document.activeElement === document.body;
      if (!lost || !last.current || last.current.had.isConnected) return;
      const { part } = last.current;
      // In the panel the judgements are what a remedy has changed.
      const next = part?.isConnected
        ? (part.querySelector<HTMLElement>(".verdicts") ?? part)
        : watched.querySelector<HTMLElement>(".bench-panel");
      next?.focus({ preventScroll: true });
    };
    const observer = new MutationObserver(look);
    observer.observe(watched, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, [page]);
}
