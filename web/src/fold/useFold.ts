// The bag folded by the service: every pose of every facet, and which facets each measurement is about.

import { useQuery } from "@tanstack/react-query";
import { type Brief, type Fold, type Standing } from "../api/client";
import { foldQuery } from "../api/queries";
import { useStanding } from "../api/useStanding";

/** A figure that has stood for so many milliseconds is typed to its end. */
const STANDS = 180;

export function useFold(brief: Brief | undefined) {
  // While someone types the bag is not folded at every figure: the first change is, and the figure that stands.
  const stands = useStanding(brief, STANDS);
  return useQuery({ ...foldQuery(stands!), enabled: stands !== undefined });
}

/** Facets that are one and the same on the sheet: a piece cut twice becomes two of them in the bag. */
export function twins(data: Fold, index: number): number[] {
  const own = data.facets[index];
  if (!own) return [];
  const key = JSON.stringify(own.flat);
  return data.facets.flatMap((facet, other) =>
    facet.piece === own.piece && JSON.stringify(facet.flat) === key ? [other] : [],
  );
}

/** The open bag with everything that is put on it. */
export function openBag(data: Fold): Standing {
  const pose = data.poses.at(-1)?.facets ?? [];
  return {
    facets: [...data.facets, ...data.fittings.facets],
    pose: [...pose, ...data.fittings.pose],
  };
}
