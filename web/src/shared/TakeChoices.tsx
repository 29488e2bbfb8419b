// What is chosen before a file is taken: paper and printer, or how a machine prepares the folds.

import { Link } from "react-router";
import type { Choices, TakeChoices } from "./useTakeChoices";

const PAPERS: { id: Choices["paper"]; says: string }[] = [
  { id: "letter", says: "Letter" },
  { id: "a4", says: "A4" },
  { id: "a3", says: "A3" },
  { id: "whole", says: "as large as the sheet" },
];

export function PrintChoices(props: {
  choices: TakeChoices;
  unit: "in" | "mm";
  /** Where the simulated printer is, if it is to be offered. */
  printer?: string;
}) {
  const { choices, unit, printer } = props;
  const paper = choices.paper || (unit === "mm" ? "a4" : "letter");
  return (
    <div className="take-choices">
      <fieldset>
        <legend>Paper in the printer</legend>
        {PAPERS.map(({ id, says }) => (
          <label key={id}>
            <input
              type="radio"
              name="take-paper"
              checked={paper === id}
              onChange={() => choices.set({ paper: id })}
            />
            {says}
          </label>
        ))}
      </fieldset>
      {(["square", "line"] as const).map((what) => (
        <label key={what} className="take-square">
          <span>My check {what} measured</span>
          <input
            type="text"
            value={choices[what]}
            placeholder={what === "square" ? "as it should" : "not measured"}
            onChange={(event) => choices.set({ [what]: event.target.value })}
          />
        </label>
      ))}
      <small>
        Print once and measure the square on the first page. If it is not what it says, type what it is: the
        next print is made larger or smaller by as much. The long line at the edge tells it four times as
        exactly.
      </small>
      {printer && (
        <Link className="take-try is-printer" to={printer}>
          Try it on the printer that comes with Wide Fold, a stand-in
        </Link>
      )}
    </div>
  );
}

export function MachineChoices({ bag, choices }: { bag: number; choices: TakeChoices }) {
  const perforated = choices.scoring === "perforated";
  return (
    <div className="take-choices">
      <fieldset>
        <legend>Folds are</legend>
        <label>
          <input
            type="radio"
            name="take-scoring"
            checked={!perforated}
            onChange={() => choices.set({ scoring: "pressed" })}
          />
          pressed by a scoring tool
        </label>
        <label>
          <input
            type="radio"
            name="take-scoring"
            checked={perforated}
            onChange={() => choices.set({ scoring: "perforated" })}
          />
          perforated by the blade
        </label>
        {perforated && (
          <span className="take-dashes">
            <label>
              dash
              <input
                type="text"
                value={choices.dash}
                onChange={(event) => choices.set({ dash: event.target.value })}
              />
            </label>
            <label>
              gap
              <input
                type="text"
                value={choices.gap}
                onChange={(event) => choices.set({ gap: event.target.value })}
              />
            </label>
          </span>
        )}
      </fieldset>
      <fieldset>
        <legend>Up on the mat</legend>
        {(["outside", "inside"] as const).map((up) => (
          <label key={up}>
            <input
              type="radio"
              name="take-up"
              checked={choices.up === up}
              onChange={() => choices.set({ up })}
            />
            the {up}
          </label>
        ))}
      </fieldset>
      <Link className="take-try" to={`/bags/${bag}/machine`}>
        Try it on the machine that comes with Wide Fold, a stand-in
      </Link>
    </div>
  );
}
