// Keeps something as long as a view stands, and once more when it goes.

import { useEffect, useState, useSyncExternalStore } from "react";
import { Saver, type How } from "./Saver";

/** `kept` is what is kept now, as soon as it is known; nothing can be asked for before. */
export function useSaver<What, Kept>(kept: Kept | undefined, how: How<What, Kept>) {
  const [saver] = useState(() => new Saver(kept, how));
  const told = useSyncExternalStore(saver.follow, saver.snapshot);
  useEffect(() => saver.follows(kept, how));
  useEffect(() => {
    window.addEventListener("pagehide", saver.leave);
    return () => {
      window.removeEventListener("pagehide", saver.leave);
      void saver.save();
    };
  }, [saver]);
  const { want, save, settle, drop } = saver;
  return { ...told, want, save, settle, drop };
}
