// What the service offers for a bag. While someone types it is not asked for at every figure: the first change is answered at
// once, the rest when the figure stands.

import { useQuery } from "@tanstack/react-query";
import type { Brief } from "../../api/client";
import { buildsQuery, guidedQuery, rescaledQuery } from "../../api/queries";
import { useStanding } from "../../api/useStanding";

/** A figure that has stood for so many milliseconds is typed to its end. */
const STANDS = 250;

/** The ways to build a bag. */
export const useBuilds = (brief: Brief) => useQuery(buildsQuery(useStanding(brief, STANDS)));

/** What the bag's guide makes of its sheet. */
export const useGuided = (brief: Brief) => useQuery(guidedQuery(useStanding(brief, STANDS)));

/** The same bag, in proportion, on the sheets that are sold everywhere. */
export const useRescaled = (brief: Brief) => useQuery(rescaledQuery(useStanding(brief, STANDS)));
