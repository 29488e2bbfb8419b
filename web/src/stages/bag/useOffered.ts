// What the service offers for a bag. While someone types it is not asked for at every figure: the first change is answered at
// once, the rest when the figure stands.

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { builds, guided, rescaled, type Brief } from "../../api/client";
import { useStanding } from "../../api/useStanding";

/** A figure that has stood for so many milliseconds is typed to its end. */
const STANDS = 250;

/** Asks for something made from a brief, and keeps with it the brief it was made from: only what differs is taken over. */
function useOffered<Offered>(name: string, brief: Brief, ask: (brief: Brief) => Promise<Offered>) {
  const from = useStanding(brief, STANDS);
  return useQuery({
    queryKey: [name, from],
    queryFn: async () => ({ from, offered: await ask(from) }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
}

/** The ways to build a bag. */
export const useBuilds = (brief: Brief) => useOffered("builds", brief, builds);

/** What the bag's guide makes of its sheet. */
export const useGuided = (brief: Brief) => useOffered("guided", brief, guided);

/** The same bag, in proportion, on the sheets that are sold everywhere. */
export const useRescaled = (brief: Brief) => useOffered("rescaled", brief, rescaled);
