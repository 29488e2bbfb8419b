// Whether words reach on below what is seen of them, and showing the rest: whoever has no hand free sees it before going on.

import { useCallback, useRef, useState } from "react";

/** Less than this is no line. */
const NOTHING = 12;
/** How much of what is seen stays in sight. */
const KEPT = 0.15;

/** Give `attach` to the words as their ref. */
export function useMore() {
  const words = useRef<HTMLDivElement>(null);
  const [more, setMore] = useState(false);
  const attach = useCallback((own: HTMLDivElement | null) => {
    words.current = own;
    if (!own) return;
    const look = () => setMore(own.scrollHeight - own.scrollTop - own.clientHeight > NOTHING);
    look();
    const observer = new ResizeObserver(look);
    observer.observe(own);
    own.addEventListener("scroll", look);
    return () => {
      observer.disconnect();
      own.removeEventListener("scroll", look);
      setMore(false);
    };
  }, []);
  const show = () => words.current?.scrollBy({ top: words.current.clientHeight * (1 - KEPT) });
  return { attach, more, show };
}
