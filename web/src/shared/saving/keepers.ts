// How each kind of thing is kept: what is sent, what that rests on, and who is to hear of it. A kind that is not here is not kept.

import type { QueryClient } from "@tanstack/react-query";
import {
  changeRun,
  clearTicks,
  cutSheets,
  Refused,
  setCosts,
  setRooms,
  setTick,
  spoil,
  tickWork,
  undoWork,
  updateBag,
  updatePaper,
  type Bag,
  type BagDraft,
  type Costs,
  type PaperText,
  type RoomsKept,
  type RoomsText,
  type Run,
  type RunDraft,
  type ShelfPaper,
  type Sending,
} from "../../api/client";
import { bagsQuery, costsQuery, FIT, roomsQuery, runQuery, runsQuery, shelfQuery } from "../../api/queries";
import type { How } from "./Saver";
import { parts, savers, type Kind, type Named } from "./savers";

/** Changes of a bag are gathered for so long. */
const PAUSE = 350;

type Revision = { revision: number };

export const bagHow = (queries: QueryClient, id: number): How<BagDraft, Bag, Revision> => ({
  of: ({ name, brief }) => ({ name, brief }),
  base: ({ revision }) => ({ revision }),
  baseAt: (revision) => ({ revision }),
  send: (wanted, { base }, _, sending) => updateBag(id, base.revision, wanted, sending),
  onKept: () => {
    // The list may be on its way from before: a first answer that is still awaited would be taken for a fresh one.
    void queries.cancelQueries(bagsQuery()).then(() => queries.invalidateQueries(bagsQuery()));
  },
  stored: ({ problem }) => problem.stored ?? null,
  pause: PAUSE,
});

/** What is asked for in a run, without what follows from it. */
export function draftOf(run: Run): RunDraft {
  return {
    name: run.name,
    date: run.date,
    lines: run.lines.map(({ line, bag, copies, paper, side_paper }) => ({
      line,
      bag,
      copies,
      paper: paper ?? null,
      side_paper: side_paper ?? null,
    })),
    evenings: run.evenings.evenings.map(({ date, minutes }) => ({ date, minutes })),
    holds: run.holds,
    archived: run.archived,
  };
}

export const runHow = (queries: QueryClient, id: number): How<RunDraft, Run, Revision> => ({
  of: draftOf,
  base: ({ revision }) => ({ revision }),
  baseAt: (revision) => ({ revision }),
  send: (draft, { base }, _, sending) => changeRun(id, base.revision, draft, sending),
  onKept: (kept) => {
    if (kept) queries.setQueryData(runQuery(id).queryKey, kept);
    else void queries.invalidateQueries(runQuery(id));
    void queries.invalidateQueries(runsQuery());
    void queries.invalidateQueries(shelfQuery());
  },
});

/** Something that was done on a run. Its key makes sure that it is done once, however often it is sent. */
export type Deed = { key: string } & (
  | { kind: "tick"; body: Parameters<typeof tickWork>[1] }
  | { kind: "cut"; body: Parameters<typeof cutSheets>[1] }
  | { kind: "spoil"; body: Parameters<typeof spoil>[1] }
  | { kind: "undo"; of?: number }
);

/** What was done on a run cannot have been. */
export class RefusedDeed extends Refused {
  constructor(
    { problem }: Refused,
    readonly key: string,
  ) {
    super(problem);
  }
}

/** What was done on a run, the first first. `onUndone` hears what was taken back. */
export const deedsHow = (
  queries: QueryClient,
  run: number,
  onUndone?: (says: string) => void,
): How<Deed[], Deed[], null> => ({
  of: (deeds) => deeds,
  base: () => null,
  send: async (wanted, { what: done }, _, { leaving }) => {
    const told = new Set(done.map(({ key }) => key));
    for (const deed of wanted.filter(({ key }) => !told.has(key))) {
      const sent = sendDeed(run, deed, { key: deed.key, leaving }, onUndone).catch((error: unknown) => {
        throw refusedOf(error, deed);
      });
      // Nobody waits for the answer of a page that goes, and what comes after must not overtake it: that the next page sends.
      if (leaving) return sent.then(() => wanted);
      await sent;
    }
    return wanted;
  },
  onKept: () => {
    void queries.invalidateQueries(runQuery(run));
    void queries.invalidateQueries(shelfQuery());
  },
});

/** Why it was not done. What met a change of the run on its way is sent again. */
function refusedOf(error: unknown, { key }: Deed): unknown {
  if (!(error instanceof Refused)) return error;
  const { status, detail } = error.problem;
  if (status === 412) return new Error(detail);
  return status >= 400 && status < 500 ? new RefusedDeed(error, key) : error;
}

async function sendDeed(run: number, deed: Deed, sending: Sending, onUndone?: (says: string) => void) {
  switch (deed.kind) {
    case "tick":
      return tickWork(run, deed.body, sending);
    case "cut":
      return cutSheets(run, deed.body, sending);
    case "spoil":
      return spoil(run, deed.body, sending);
    case "undo":
      return undoWork(run, deed.of, sending).then(({ says }) => onUndone?.(says));
  }
}

/** Ticks of the steps of a bag: those that are done, in the order of the alphabet. Each is told by itself. */
export const ticksHow = (bag: number, onGone?: () => void): How<string[], string[], null> => ({
  of: (steps) => steps,
  base: () => null,
  send: async (wanted, { what: known }, unsure, { leaving }) => {
    if (wanted.length === 0 && known.length > 1) {
      await clearTicks(bag, leaving);
      return wanted;
    }
    // Whatever was touched since the service last said what is kept is told again, whether or not it had arrived.
    for (const step of touched(known, [...unsure, wanted])) {
      const there = isThere(setTick(bag, step, wanted.includes(step), leaving));
      if (!leaving && !(await there)) onGone?.();
    }
    return wanted;
  },
});

/** The steps that any of the lists has otherwise than the first. */
function touched(known: string[], lists: string[][]): Set<string> {
  const differs = (list: string[]) => [
    ...list.filter((step) => !known.includes(step)),
    ...known.filter((step) => !list.includes(step)),
  ];
  return new Set(lists.flatMap(differs));
}

/** False if there is no such step any more: asked again it would be refused again, and hold up what comes after it. */
async function isThere(told: Promise<unknown>): Promise<boolean> {
  try {
    await told;
    return true;
  } catch (error) {
    if (error instanceof Refused && error.problem.status === 404) return false;
    throw error;
  }
}

/** A paper on the shelf: how much of it is left. */
export const paperHow = (queries: QueryClient, id: number): How<PaperText, ShelfPaper, Revision> => ({
  of: ({ paper }) => paper,
  base: ({ revision }) => ({ revision }),
  baseAt: (revision) => ({ revision }),
  send: (wanted, { base }, _, sending) => updatePaper(id, base.revision, wanted, sending),
  onKept: (kept) => {
    // At once, so that the count does not go back and forth.
    queries.setQueryData(shelfQuery().queryKey, (shelf) => {
      if (!shelf || !kept) return shelf;
      const papers = shelf.papers.map((paper) => (paper.id === id ? { ...paper, ...kept } : paper));
      return { ...shelf, papers };
    });
    void queries.invalidateQueries(shelfQuery());
  },
});

export const roomsHow = (queries: QueryClient): How<RoomsText, RoomsKept, null> => ({
  of: ({ set }) => set,
  base: () => null,
  send: (wanted, _, __, { leaving }) => setRooms(wanted, leaving),
  onKept: (answer) => {
    if (answer) queries.setQueryData(roomsQuery().queryKey, answer);
    void queries.invalidateQueries({ queryKey: FIT });
  },
});

/** What things cost; every run that is shown reckons anew. */
export const ratesHow = (queries: QueryClient): How<Costs, Costs, null> => ({
  of: (costs) => costs,
  base: () => null,
  send: (wanted, _, __, { leaving }) => setCosts(wanted, leaving),
  onKept: (costs) => {
    if (costs) queries.setQueryData(costsQuery().queryKey, costs);
    void queries.invalidateQueries({ queryKey: [RUN] });
  },
});

const RUN = runQuery(0).queryKey[0];

const RESUMED: Record<Kind, (queries: QueryClient, name: Named, id: number) => void> = {
  bag: (queries, name, id) => savers.get(name, undefined, bagHow(queries, id)),
  run: (queries, name, id) => savers.get(name, undefined, runHow(queries, id)),
  ticks: (_, name, id) => savers.get(name, undefined, ticksHow(id)),
  deeds: (queries, name, id) => savers.get(name, undefined, deedsHow(queries, id)),
  paper: (queries, name, id) => savers.get(name, undefined, paperHow(queries, id)),
  rooms: (queries, name) => savers.get(name, undefined, roomsHow(queries)),
  rates: (queries, name) => savers.get(name, undefined, ratesHow(queries)),
};

/** Sends what earlier pages have left that was not kept. */
export function resume(queries: QueryClient) {
  for (const name of savers.places.names() as Named[]) {
    const { kind, id } = parts(name);
    // What a later version has put away this one does not know: it stays for that one.
    if (kind in RESUMED) RESUMED[kind](queries, name, id);
  }
}
