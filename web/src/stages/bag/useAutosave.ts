import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Bag } from "../../api/client";
import { bagHow } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";

/** Keeps a bag saved as long as the view stands, and after it. `left` is what was left of it unkept when the view was opened. */
export function useAutosave(bag: Bag) {
  const queries = useQueryClient();
  // What is drawn goes on from what was opened: changed elsewhere, it is a conflict, and not taken over unseen.
  const [opened] = useState(bag);
  const saver = useSaver(`bag ${bag.id}`, opened, bagHow(queries, bag.id));
  const [left] = useState(saver.asked);
  return { ...saver, left };
}
