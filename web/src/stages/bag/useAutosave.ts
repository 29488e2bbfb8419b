import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { updateBag, type Bag, type BagDraft } from "../../api/client";
import { bagsQuery } from "../../api/queries";
import type { Standing } from "../../shared/saving/Saver";
import { useSaver } from "../../shared/saving/useSaver";

/** Changes of a bag are gathered for so long. */
const PAUSE = 350;

/** Keeps `draft` saved as long as the view stands, and once more when it goes. */
export function useAutosave(bag: Bag, draft: BagDraft, standing: Standing) {
  const queries = useQueryClient();
  // What is drawn goes on from what was opened: changed elsewhere, it is a conflict, and not taken over unseen.
  const [opened] = useState(bag);
  const saver = useSaver<BagDraft, Bag>(opened, {
    of: ({ name, brief }) => ({ name, brief }),
    send: (wanted, kept, leaving) => updateBag(kept.id, kept.revision, wanted, leaving),
    onKept: () => {
      // The list may be on its way from before: a first answer that is still awaited would be taken for a fresh one.
      void queries.cancelQueries(bagsQuery()).then(() => queries.invalidateQueries(bagsQuery()));
    },
    stored: ({ problem }) => problem.stored ?? null,
    pause: PAUSE,
  });
  const { state, conflict, want, save, settle } = saver;
  useEffect(() => want(draft, standing), [want, draft, standing]);
  return { state, conflict, save, settle };
}
