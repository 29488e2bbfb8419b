// One thing: its shape picked from drawings, its measures in large figures.

import { Button } from "react-bootstrap";
import { TextField } from "../../drawings/TextField";
import { ToolButton } from "../../drawings/ToolButton";
import { fieldOf, SHAPES, type Kind, type Typed } from "./shapes";
import { MAY_LIE } from "../../words/kinds";

export function ThingForm(props: {
  thing: Typed;
  number: number;
  alone: boolean;
  /** The measure that cannot be read, by its name. */
  wrong: string | null;
  /** So many alike there may be. */
  most: number;
  onChange: (thing: Typed) => void;
  onTake: () => void;
}) {
  const { thing, number, alone, wrong, most, onChange, onTake } = props;
  const count = thing.count ?? 1;
  const shape = SHAPES[thing.kind];
  const mayLie = MAY_LIE[thing.kind];
  const isRound = shape.measures.some(([field]) => field === "across");
  return (
    <fieldset className="thing">
      <legend className={alone ? "visually-hidden" : ""}>Thing {number}</legend>
      <div className="shapes" role="radiogroup" aria-label={`Shape of thing ${number}`}>
        {(Object.keys(SHAPES) as Kind[]).map((kind) => (
          <label key={kind} className={kind === thing.kind ? "is-chosen" : ""}>
            <input
              type="radio"
              name={`shape-${number}`}
              checked={kind === thing.kind}
              onChange={() => onChange({ ...thing, kind })}
            />
            <svg viewBox="0 0 48 48" aria-hidden="true">
              <path d={SHAPES[kind].drawing} />
            </svg>
            <span>{SHAPES[kind].name}</span>
            <small>{SHAPES[kind].says}</small>
          </label>
        ))}
      </div>
      <div className="measures">
        {shape.measures.map(([field, name, hint]) => {
          const own = fieldOf(thing, field);
          return (
            <TextField
              key={own}
              className="edge-field"
              name={own === "round" ? "Once round" : name}
              value={thing.measures[own] ?? ""}
              hint={own === "round" ? "11" : hint}
              wrong={wrong === own || wrong === field}
              onText={(text) => onChange({ ...thing, measures: { ...thing.measures, [own]: text } })}
            />
          );
        })}
        <div className="alike" role="group" aria-label={`How many of thing ${number}`}>
          <Button
            variant="remedy"
            aria-label="One less"
            disabled={count <= 1}
            onClick={() => onChange({ ...thing, count: count - 1 })}
          >
            −
          </Button>
          <output>{count === 1 ? "one of it" : `${count} alike`}</output>
          <Button
            variant="remedy"
            aria-label="One more like it"
            disabled={count >= most}
            onClick={() => onChange({ ...thing, count: count + 1 })}
          >
            +
          </Button>
        </div>
        {isRound && (
          <label className="once-round">
            <input
              type="checkbox"
              checked={thing.byRound}
              onChange={(event) => onChange({ ...thing, byRound: event.target.checked })}
            />
            measured with a strip wrapped once round it
          </label>
        )}
        {mayLie && (
          <label className="once-round">
            <input
              type="checkbox"
              checked={thing.stands ?? false}
              onChange={(event) => onChange({ ...thing, stands: event.target.checked })}
            />
            has to stand
          </label>
        )}
        {!alone && <ToolButton icon="bin" name={`Leave thing ${number} out`} onClick={onTake} />}
      </div>
    </fieldset>
  );
}
