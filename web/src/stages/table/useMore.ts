// Whether words reach on below what is seen of them, and showing the rest: whoever has no hand free sees it before going on.

import { useCallback, useRef, useState } from "react";

/** Less than this is no line. */
const NOTHING = 12;
/** How much of what is seen stays in sight. */
const KEPT = 0.15;

/** Pixels that are not seen yet. */
const below = (own: HTMLElement) => own.scrollHeight - own.scrollTop - own.clientHeight;

/** Give `attach` to the words as their ref. */
export function useMore() {
  const words = useRef<HTMLDivElement>(null);
  const [more, setMore] = useState(false);
  const attach = useCallback((own: HTMLDivElement | null) => {
    words.current = own;
    if (!own) return;
    const look = () => setMore(below(own) > NOTHING);
    look();
    const observer = new ResizeObserver(look);
    observer.observe(own);
    // Words grow and shrink by themselves when their type arrives.
    for (const part of own.children) observer.observe(part);
    own.addEventListener("scroll", look);
    return () => {
      observer.disconnect();
      own.removeEventListener("scroll", look);
      setMore(false);
    };
  }, []);
  /** Shows what comes below; false if there is nothing, as it is at this moment. */
  const show = () => {
    const own = words.current;
    if (!own || below(own) <= NOTHING) return false;
    own.scrollBy({ top: own.clientHeight * (1 - KEPT) });
    return true;
  };
  return { attach, more, show };
}
