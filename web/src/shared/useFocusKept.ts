import { useEffect, useRef, type RefObject } from "react";

/** The parts of a page, and where the focus goes in the one it was in, or in the page if that part is gone too. */
interface Landing {
  parts: string;
  to: (part: HTMLElement | null, page: HTMLElement) => HTMLElement | null;
}

/** In the panel of the workbench the judgements are what a remedy has changed. */
const BENCH: Landing = {
  parts: ".bench-panel, .bench-sheet",
  to: (part, page) =>
    part ? (part.querySelector<HTMLElement>(".verdicts") ?? part) : page.querySelector(".bench-panel"),
};

/**
 * Keeps the focus in the part of the page in which it was when what had it goes away, instead of letting it fall to the page's
 * top. It looks whenever something is taken off the page.
 */
export function useFocusKept(page: RefObject<HTMLElement | null>, landing = BENCH) {
  // What had the focus last, and the part of the page it was in: once it is gone, it can no longer be asked.
  const last = useRef<{ had: Element; part: HTMLElement | null } | null>(null);
  useEffect(() => {
    const note = (event: FocusEvent) => {
      if (event.target instanceof Element) {
        last.current = { had: event.target, part: event.target.closest<HTMLElement>(landing.parts) };
      }
    };
    document.addEventListener("focusin", note);
    return () => document.removeEventListener("focusin", note);
  }, [landing]);
  useEffect(() => {
    const watched = page.current;
    if (!watched) return;
    const look = () => {
      const lost = document.activeElement === null || document.activeElement === document.body;
      if (!lost || !last.current || last.current.had.isConnected) return;
      const { part } = last.current;
      landing.to(part?.isConnected ? part : null, watched)?.focus({ preventScroll: true });
    };
    const observer = new MutationObserver(look);
    // A dialog stands beside the page, and takes the focus with it when it goes.
    observer.observe(document.body, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, [page, landing]);
}
