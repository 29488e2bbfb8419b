// The clock at a run's table: off until it is wanted; what it counted stays in this browser until it is in the journal.

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { addEntry, type Run } from "../../api/client";
import { journalQuery } from "../../api/queries";
import { counted, minutesOf, type Spent } from "./minutes";

const nameOf = (run: number) => `wide-fold minutes ${run}`;

function remembered(run: number): { on: boolean; spent: Spent } {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(nameOf(run)) ?? "{}");
    return { on: false, spent: {}, ...(typeof kept === "object" ? kept : {}) };
  } catch {
    return { on: false, spent: {} };
  }
}

/** The day it is here, as the service reads it. */
const today = () => new Intl.DateTimeFormat("en-CA").format(new Date());

export function useMinutes(run: Run) {
  const queries = useQueryClient();
  const [clock, setClock] = useState(() => remembered(run.id));
  const [since, setSince] = useState(() => Date.now());
  const [says, setSays] = useState<string | null>(null);
  const keep = (next: { on: boolean; spent: Spent }) => {
    setClock(next);
    try {
      localStorage.setItem(nameOf(run.id), JSON.stringify(next));
    } catch {
      // A browser that keeps nothing counts until the page is left.
    }
  };
  const told = minutesOf(run, clock.spent);
  const write = useMutation({
    mutationFn: async () => {
      let { spent } = clock;
      for (const own of told) {
        const line = run.lines.find((other) => other.line === own.line);
        if (!line) continue;
        await addEntry({
          bag: line.bag,
          made: today(),
          paper: line.paper ?? null,
          minutes: { [own.stage]: own.minutes },
          bags: own.bags,
          note: `Timed at the table: ${run.name}`,
        });
        // What is in the journal is not written into it again, whatever becomes of the rest.
        spent = Object.fromEntries(Object.entries(spent).filter(([key]) => !own.keys.includes(key)));
        keep({ ...clock, spent });
      }
    },
    onSuccess: () => {
      const written = told.reduce((sum, own) => sum + own.minutes, 0);
      setSays(`${written} min are in the journal.`);
      void queries.invalidateQueries(journalQuery());
    },
  });
  return {
    on: clock.on,
    turn: () => {
      setSince(Date.now());
      setSays(null);
      keep({ ...clock, on: !clock.on });
    },
    /** So many more of a task were counted; what is not timed only starts the clock anew. */
    count: (key: string | null, by: number) => {
      const now = Date.now();
      if (clock.on && key !== null)
        keep({ ...clock, spent: counted(clock.spent, key, (now - since) / 1000, by) });
      setSince(now);
    },
    minutes: told.reduce((sum, own) => sum + own.minutes, 0),
    write: () => write.mutate(),
    busy: write.isPending,
    says: write.error ? write.error.message : says,
  };
}
