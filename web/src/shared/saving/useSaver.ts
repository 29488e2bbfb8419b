// Keeps something as long as a view stands, and after it.

import { useEffect, useState, useSyncExternalStore } from "react";
import { Saver, type How } from "./Saver";
import { savers, type Named } from "./savers";

/**
 * `kept` is what is kept now, as soon as it is known; nothing can be asked for before. What an earlier page has left unkept under this
 * name is asked for again. Without a name it lives as long as the view. A view that has no room for it leaves it `unsaid` that nobody
 * answers: it is said at the foot of the page.
 */
export function useSaver<What, Kept, Base>(
  name: Named | null,
  kept: Kept | undefined,
  how: How<What, Kept, Base>,
  unsaid = false,
) {
  const [saver] = useState(() =>
    name === null ? new Saver<What, Kept, Base>(kept, how) : savers.get(name, kept, how),
  );
  const told = useSyncExternalStore(saver.follow, saver.snapshot);
  useEffect(() => saver.follows(kept, how));
  useEffect(() => () => void saver.save(), [saver]);
  useEffect(() => (name === null || unsaid ? undefined : savers.show(name)), [name, unsaid]);
  const { want, save, settle, drop } = saver;
  /** What is asked for at this moment, though no view has shown it yet. */
  const latest = () => saver.snapshot().asked;
  return { ...told, keptAs: saver.keptAs(), latest, want, save, settle, drop };
}
