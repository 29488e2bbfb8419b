// What the client asks and keeps, each question with its key: whoever changes something names here what is to be asked anew.

import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import {
  builds,
  commonSheets,
  bagPaperOf,
  fold,
  guided,
  handles,
  handOn,
  joinings,
  layoutBags,
  leftovers,
  listBackups,
  listBags,
  listGuides,
  listRuns,
  listShelf,
  listTaken,
  listUnread,
  mixes,
  moreOf,
  nearby,
  plan,
  readBag,
  readCosts,
  readJournal,
  readRun,
  readTicks,
  readVersions,
  Refused,
  rehearsal,
  rescaled,
  rooms,
  ways,
  yields,
  type Brief,
} from "./client";

/** Milliseconds for which an answer that follows from its question alone is kept when nobody looks at it. */
const AGAIN = 60_000;
/** Milliseconds after which the service is asked again that gave no answer. */
const TRY_AGAIN = 1500;

/** Read anew whenever it is opened: what another window has done must show, and what was read before must not. */
export const FRESH = { gcTime: 0, staleTime: 0, refetchOnMount: "always" } as const;

/** Of an answer that follows from a brief alone: it stays true, and the last one stands until the next is there. */
const FOLLOWS = { placeholderData: keepPreviousData, staleTime: Infinity, gcTime: AGAIN } as const;

/** True if asking again may help: there was no answer, or the service could not give one just now. */
const mayHelp = (error: unknown) =>
  !(error instanceof Refused) || error.problem.status === 0 || error.problem.status >= 500;

/** The plan of a brief. One that is wanted no more is given up. */
export const planQuery = (brief: Brief) =>
  queryOptions({
    queryKey: ["plan", brief],
    queryFn: ({ signal }) => plan(brief, signal),
    retry: (_, error) => mayHelp(error),
    retryDelay: TRY_AGAIN,
    // The service is on this machine: there is no network to wait for.
    networkMode: "always",
    // A brief is always planned alike. Undone, a bag is there at once.
    staleTime: Infinity,
    gcTime: 20_000,
    structuralSharing: false,
  });

/** The list of bags, page after page. */
export const bagsQuery = () =>
  infiniteQueryOptions({
    queryKey: ["bags"],
    queryFn: ({ pageParam }) => listBags(pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    refetchOnMount: "always",
  });

export const bagQuery = (id: number) => queryOptions({ queryKey: ["bag", id], queryFn: () => readBag(id) });

/** A bag as one list showed it; the next revision is another question. */
export const bagToCutQuery = (bag: { id: number; revision: number }) =>
  queryOptions({ queryKey: ["bag to cut", bag.id, bag.revision], queryFn: () => readBag(bag.id), gcTime: 0 });

export const versionsQuery = (bag: number) =>
  queryOptions({
    queryKey: ["versions", bag],
    queryFn: () => readVersions(bag),
    refetchOnMount: "always",
  });

export const ticksQuery = (bag: number) =>
  queryOptions({ queryKey: ["ticks", bag], queryFn: () => readTicks(bag), ...FRESH });

/** What of a bag can be taken along. */
export const takenQuery = (bag: number) =>
  queryOptions({ queryKey: ["taken", bag], queryFn: () => listTaken(bag), gcTime: 0 });

/** The paper that was taken for a bag. */
export const bagPaperQuery = (bag: number) =>
  queryOptions({ queryKey: ["bag-paper", bag], queryFn: () => bagPaperOf(bag) });

export const shelfQuery = () => queryOptions({ queryKey: ["shelf"], queryFn: listShelf });

export const guidesQuery = () => queryOptions({ queryKey: ["guides"], queryFn: listGuides });

/** The sheets that are sold everywhere. */
export const sheetsQuery = () =>
  queryOptions({ queryKey: ["sheets"], queryFn: commonSheets, staleTime: Infinity });

export const runsQuery = () =>
  queryOptions({ queryKey: ["runs"], queryFn: listRuns, refetchOnMount: "always" });

export const runQuery = (id: number) =>
  queryOptions({ queryKey: ["run", id], queryFn: () => readRun(id), refetchOnMount: "always" });

/** What else the paper of a run would make. */
export const moreQuery = (run: { id: number; revision: number; last?: string | null }) =>
  queryOptions({
    queryKey: ["more", run.id, run.revision, run.last],
    queryFn: () => moreOf(run.id),
    gcTime: 0,
  });

export const costsQuery = () => queryOptions({ queryKey: ["costs"], queryFn: readCosts });

export const journalQuery = () =>
  queryOptions({ queryKey: ["journal"], queryFn: readJournal, refetchOnMount: "always" });

/** Every hand rule, whatever the board. */
export const HAND = ["hand"] as const;

export const handQuery = (groove: string, unit: Brief["unit"]) =>
  queryOptions({ queryKey: [...HAND, groove, unit], queryFn: () => handOn(groove, unit) });

export const backupsQuery = () =>
  queryOptions({ queryKey: ["backups"], queryFn: listBackups, refetchOnMount: "always" });

/** What is kept and cannot be read. It does not become so while one looks. */
export const unreadQuery = () =>
  queryOptions({ queryKey: ["unread"], queryFn: listUnread, staleTime: 5 * AGAIN });

/** The room that is left round what goes in. */
export const roomsQuery = () => queryOptions({ queryKey: ["rooms"], queryFn: rooms });

/** Every question about what goes in. */
export const FIT = ["fit"] as const;

export const foldQuery = (brief: Brief) =>
  queryOptions({ queryKey: ["fold", brief], queryFn: () => fold(brief), ...FOLLOWS });

export const handlesQuery = (brief: Brief) =>
  queryOptions({ queryKey: ["handles", brief], queryFn: () => handles(brief), ...FOLLOWS });

export const joinsQuery = (brief: Brief) =>
  queryOptions({ queryKey: ["joins", brief], queryFn: () => joinings(brief), ...FOLLOWS });

/** What the service offers for a bag, with the brief it was made from: only what differs is taken over. */
const offered = <Offered>(name: string, from: Brief, ask: (brief: Brief) => Promise<Offered>) =>
  queryOptions({
    queryKey: [name, from],
    queryFn: async () => ({ from, offered: await ask(from) }),
    ...FOLLOWS,
  });

/** The ways to build a bag. */
export const buildsQuery = (brief: Brief) => offered("builds", brief, builds);
/** What the bag's guide makes of its sheet. */
export const guidedQuery = (brief: Brief) => offered("guided", brief, guided);
/** The same bag, in proportion, on the sheets that are sold everywhere. */
export const rescaledQuery = (brief: Brief) => offered("rescaled", brief, rescaled);

/** The largest bag of the same folds that a quarter of the sheet makes. */
export const rehearsalQuery = (bag: number, revision: number | undefined, brief: Brief) =>
  queryOptions({
    queryKey: ["rehearsal", bag, revision],
    queryFn: () => rehearsal(brief),
    ...FRESH,
  });

/** What is left over of a bag's sheets, and good for something. */
export const leftoversQuery = (brief: Brief) =>
  queryOptions({
    queryKey: ["leftovers", brief],
    queryFn: () => leftovers(brief),
    staleTime: Infinity,
    gcTime: AGAIN,
  });

/** How the papers of the shelf make a bag. */
export const waysQuery = (brief: Brief) =>
  queryOptions({
    queryKey: ["ways", brief],
    queryFn: ({ signal }) => ways(brief, signal),
    placeholderData: keepPreviousData,
    staleTime: 10_000,
    gcTime: AGAIN,
  });

export const nearbyQuery = (brief: Brief, range: string) =>
  queryOptions({
    queryKey: ["nearby", brief, range],
    queryFn: ({ signal }) => nearby(brief, range, signal),
    placeholderData: keepPreviousData,
    gcTime: AGAIN,
  });

/** How many of a bag every paper makes, once it is asked for. */
export const yieldsQuery = (brief: Brief | undefined) =>
  queryOptions({
    queryKey: ["yields", brief],
    queryFn: ({ signal }) => (brief === undefined ? null : yields(brief, signal)),
    enabled: brief !== undefined,
  });

/** Which sizes use the shelf up, once it is asked for. */
export const mixesQuery = (asked: Parameters<typeof mixes>[0] | null) =>
  queryOptions({
    queryKey: ["mixes", asked],
    queryFn: ({ signal }) => (asked === null ? null : mixes(asked, signal)),
    enabled: asked !== null,
  });

/** Several bags laid on the sheets they are cut from together. */
export const layoutQuery = (asked: Parameters<typeof layoutBags>[0]) =>
  queryOptions({
    queryKey: ["layout", asked],
    queryFn: ({ signal }) => layoutBags(asked, signal),
    placeholderData: keepPreviousData,
    gcTime: AGAIN,
  });
