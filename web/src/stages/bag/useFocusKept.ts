import { useEffect, useRef, type RefObject } from "react";

/**
 * Keeps the focus in the part of the page in which it was when what had it goes away, instead of letting it fall to the page's
 * top. It looks whenever the page has been drawn anew.
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
    const look = () => {
      const had = last.current;
      const lost = document.activeElement === null || document.activeElement === document.body;
      if (!lost || !had || had.isConnected) return;
      page.current?.querySelector<HTMLElement>(".verdicts, .bench-panel, .bench-sheet")?.focus({
        preventScroll: true,
      });
    };
    look();
    // The panel follows the drawing a moment later.
    const later = window.setTimeout(look, 400);
    return () => window.clearTimeout(later);
  });
}
