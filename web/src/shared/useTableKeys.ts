// The keys of the table: space, arrows, and the page keys that a foot pedal sends. No letters.

import { useEffect } from "react";

/** What a key does; nothing if it belongs to whatever has the focus. */
export function meant(
  event: Pick<KeyboardEvent, "key" | "ctrlKey" | "altKey" | "metaKey">,
  inControl: boolean,
) {
  if (event.ctrlKey || event.altKey || event.metaKey) return null;
  if (event.key === "PageDown" || event.key === "ArrowRight") return "on";
  if (event.key === "PageUp" || event.key === "ArrowLeft") return "back";
  // Space presses the button, box or link that has the focus.
  return event.key === " " && !inControl ? "on" : null;
}

export function useTableKeys({ on, back }: { on: () => void; back: () => void }) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target instanceof Element ? event.target : null;
      const does = meant(event, target?.closest("button, a, input") != null);
      if (!does || event.repeat) return;
      event.preventDefault();
      if (does === "on") on();
      else back();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
}
