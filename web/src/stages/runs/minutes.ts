// How long work on a run takes, from one count to the next: as minutes for so many bags, stage by stage.

import type { EntryText, Run } from "../../api/client";

/** Seconds that counts of one task took, and how many they were. */
export type Spent = Record<string, { seconds: number; count: number }>;

type Stage = keyof NonNullable<EntryText["minutes"]>;

/** Longer than this nobody works on one piece: it was a pause. */
export const PAUSE = 900;

export const keyOf = (line: number, key: string) => `${line} ${key}`;

/** With so many more counted after so many seconds; a pause and what is taken back are not counted. */
export function counted(spent: Spent, key: string, seconds: number, by: number): Spent {
  if (by < 1 || seconds <= 0 || seconds > PAUSE * by) return spent;
  const own = spent[key] ?? { seconds: 0, count: 0 };
  return { ...spent, [key]: { seconds: own.seconds + seconds, count: own.count + by } };
}

export interface Minutes {
  line: number;
  stage: Stage;
  /** Bags on which all work of the stage was timed. */
  bags: number;
  /** Whole minutes for so many bags. */
  minutes: number;
  /** What it rests on. */
  keys: string[];
}

/** What can be written down: stages of which every task of a line was timed for a bag at least. */
export function minutesOf(run: Run, spent: Spent): Minutes[] {
  const found: Minutes[] = [];
  for (const line of run.lines) {
    for (const stage of ["score", "cut", "glue"] as const) {
      const tasks = run.work
        .filter((batch) => batch.stage === stage)
        .flatMap((batch) => batch.tasks.filter((task) => task.line === line.line));
      const perBag = (of: number) => Math.max(1, Math.round(of / Math.max(1, line.copies)));
      const timed = tasks.map((task) => ({
        own: spent[keyOf(line.line, task.key)],
        each: perBag(task.of),
        key: keyOf(line.line, task.key),
      }));
      const bags = Math.min(...timed.map(({ own, each }) => Math.floor((own?.count ?? 0) / each)));
      if (timed.length === 0 || bags < 1) continue;
      const seconds = timed.reduce(
        (sum, { own, each }) => sum + (own ? (own.seconds / own.count) * each * bags : 0),
        0,
      );
      const minutes = Math.round(seconds / 60);
      if (minutes < 1 || minutes > 600) continue;
      found.push({ line: line.line, stage, bags, minutes, keys: timed.map(({ key }) => key) });
    }
  }
  return found;
}
