// Which sheet: one that is sold everywhere, a paper of the shelf, or any other, typed.

import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { sheetsQuery } from "../api/queries";
import { usePapers } from "../api/usePapers";
import { OTHER, type Chosen, type Sheet } from "./chosen";

export function SheetChoice(props: {
  chosen: Chosen;
  /** A choice that names no sheet, first of all: `any of my papers`. */
  none?: string;
  wrong?: "width" | "height" | null;
  onChange: (chosen: Chosen) => void;
}) {
  const { chosen, none, wrong, onChange } = props;
  const id = useId();
  const common = useQuery(sheetsQuery());
  const { papers } = usePapers();
  const all: Chosen[] = [
    ...(none ? [{ name: none, sheet: null }] : []),
    ...(common.data ?? []).map(({ name, width, height }) => ({ name, sheet: { width, height } })),
  ];
  const isChosen = (choice: Chosen) => chosen.paper === undefined && choice.name === chosen.name;
  const fromShelf = papers.find((paper) => chosen.paper === paper.id);
  const other = chosen.name === OTHER && chosen.paper === undefined ? chosen.sheet : null;
  const typed = (change: Partial<Sheet>) =>
    onChange({ name: OTHER, sheet: { width: "", height: "", ...other, ...change } });
  return (
    <fieldset className="sheet-choice">
      <legend>Sheet</legend>
      {all.map((choice) => (
        <label key={choice.name} className={isChosen(choice) ? "is-chosen" : ""}>
          <input type="radio" name={id} checked={isChosen(choice)} onChange={() => onChange(choice)} />
          {choice.name}
        </label>
      ))}
      {papers.length > 0 && (
        <label className={fromShelf ? "is-chosen has-list" : "has-list"}>
          <span className="visually-hidden">A paper of the shelf</span>
          <select
            value={fromShelf?.id ?? ""}
            onChange={(event) => {
              const paper = papers.find((own) => own.id === Number(event.target.value));
              if (paper) onChange({ name: paper.paper.name, paper: paper.id, sheet: paper.sheet });
            }}
          >
            <option value="" disabled>
              from my shelf…
            </option>
            {papers.map((paper) => (
              <option key={paper.id} value={paper.id}>
                {paper.paper.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className={other ? "is-chosen" : ""}>
        <input type="radio" name={id} checked={other !== null} onChange={() => typed({})} />
        another size
      </label>
      {other && (
        <span className="sheet-typed">
          <input
            aria-label="Width of the sheet"
            value={other.width}
            placeholder="30"
            aria-invalid={wrong === "width" || undefined}
            onChange={(event) => typed({ width: event.target.value })}
          />
          ×
          <input
            aria-label="Height of the sheet, or length of the roll"
            value={other.height}
            placeholder="60"
            aria-invalid={wrong === "height" || undefined}
            onChange={(event) => typed({ height: event.target.value })}
          />
        </span>
      )}
    </fieldset>
  );
}
