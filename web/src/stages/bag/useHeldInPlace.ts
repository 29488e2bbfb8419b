import { useEffect, type RefObject } from "react";

/** For so many milliseconds after it was pressed a control stays where it is, whatever comes or goes above it. */
const HELD = 2500;

/** Scrolls a panel so that what was pressed in it stays under the finger when what stands above it grows or shrinks. */
export function useHeldInPlace(panel: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const watched = panel.current;
    if (!watched) return;
    let held: { control: Element; top: number; until: number } | null = null;
    const hold = (event: Event) => {
      const control =
        event.target instanceof Element ? event.target.closest("button, select, input, summary") : null;
      held = control && { control, top: control.getBoundingClientRect().top, until: Date.now() + HELD };
    };
    let own = false;
    const release = () => {
      held = null;
    };
    const moved = () => (held ? held.control.getBoundingClientRect().top - held.top : 0);
    // Whoever scrolls, by whatever means, wants to be elsewhere. A browser that scrolls to keep what it shows in its place is
    // no one: then the control has not moved.
    const scrolled = () => {
      if (!own && Math.abs(moved()) >= 1) release();
      own = false;
    };
    const keep = () => {
      if (!held || Date.now() > held.until || !held.control.isConnected) return;
      const by = moved();
      if (Math.abs(by) < 1) return;
      const scrolls = watched.scrollHeight > watched.clientHeight + 1 ? watched : document.scrollingElement;
      const before = scrolls?.scrollTop;
      scrolls?.scrollBy({ top: by, behavior: "instant" });
      own = scrolls?.scrollTop !== before;
    };
    const observer = new MutationObserver(keep);
    observer.observe(watched, { childList: true, subtree: true, characterData: true, attributes: true });
    watched.addEventListener("click", hold, true);
    watched.addEventListener("change", hold, true);
    watched.addEventListener("pointerdown", release, true);
    document.addEventListener("scroll", scrolled, true);
    return () => {
      observer.disconnect();
      watched.removeEventListener("click", hold, true);
      watched.removeEventListener("change", hold, true);
      watched.removeEventListener("pointerdown", release, true);
      document.removeEventListener("scroll", scrolled, true);
    };
  }, [panel]);
}
