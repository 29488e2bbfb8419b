// How files are wanted: the printer's paper and what it makes of the check square, how a machine prepares folds. Kept in this browser.

import { useState } from "react";
import type { TakenFile } from "../api/client";

export interface Choices {
  /** The paper in the printer; nothing for what is customary. */
  paper: "" | "letter" | "a4" | "a3" | "whole";
  /** What the check square measured on the last print; empty if it was right. */
  square: string;
  /** What the check line measured; empty if it was not. It counts before the square. */
  line: string;
  scoring: "pressed" | "perforated";
  dash: string;
  gap: string;
  up: "outside" | "inside";
}

const USUAL: Choices = {
  paper: "",
  square: "",
  line: "",
  scoring: "pressed",
  dash: "3 mm",
  gap: "2 mm",
  up: "outside",
};
const KEY = "wide-fold take along";

function remembered(): Choices {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    return typeof kept === "object" ? { ...USUAL, ...kept } : USUAL;
  } catch {
    return USUAL;
  }
}

/** What is asked for beside a file of that purpose. */
export function queryOf(choices: Choices, taken: TakenFile["taken_for"]): string {
  const query = new URLSearchParams();
  ASKED[taken](choices, query);
  return query.toString();
}

/** What is told of every purpose; a new one stops the compiler here. */
export const ASKED: Record<TakenFile["taken_for"], (choices: Choices, query: URLSearchParams) => void> = {
  print_at_one_to_one: (choices, query) => {
    if (choices.paper !== "") query.set("paper", choices.paper);
    if (choices.line.trim() !== "") query.set("line", choices.line);
    else if (choices.square.trim() !== "") query.set("square", choices.square);
  },
  machine: (choices, query) => {
    if (choices.up === "inside") query.set("up", "inside");
    if (choices.scoring === "perforated") {
      query.set("scoring", "perforated");
      query.set("dash", choices.dash);
      query.set("gap", choices.gap);
    }
  },
  read: () => {},
  lists: () => {},
  keep: () => {},
};

export function useTakeChoices() {
  const [choices, setChoices] = useState(remembered);
  const set = (change: Partial<Choices>) =>
    setChoices((before) => {
      const after = { ...before, ...change };
      try {
        localStorage.setItem(KEY, JSON.stringify(after));
      } catch {
        // A browser that keeps nothing still takes this choice.
      }
      return after;
    });
  return { ...choices, set, queryFor: (taken: TakenFile["taken_for"]) => queryOf(choices, taken) };
}

export type TakeChoices = ReturnType<typeof useTakeChoices>;
