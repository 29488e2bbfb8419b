import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { Bag, BagDraft } from "../../api/client";
import { bagsQuery } from "../../api/queries";
import { Autosaver, type Standing } from "./Autosaver";

/** Keeps `draft` saved as long as the view stands, and once more when it goes. */
export function useAutosave(bag: Bag, draft: BagDraft, standing: Standing) {
  const queries = useQueryClient();
  const [saver] = useState(() => new Autosaver(bag));
  const { state, conflict } = useSyncExternalStore(saver.follow, saver.snapshot);
  useEffect(() => saver.want(draft, standing), [saver, draft, standing]);
  useEffect(() => {
    window.addEventListener("pagehide", saver.leave);
    return () => {
      window.removeEventListener("pagehide", saver.leave);
      // The list may already be on the screen, or on its way from before, when the last save arrives: a first answer that
      // is still awaited would be taken for a fresh one.
      void saver.save().then(async () => {
        await queries.cancelQueries(bagsQuery());
        await queries.invalidateQueries(bagsQuery());
      });
    };
  }, [saver, queries]);
  return { state, conflict, save: saver.save, settle: saver.settle };
}
