// The mat and the blade of the machine.

import { useState } from "react";
import type { MatText } from "../../api/client";
import { TextField } from "../../drawings/TextField";

const MATS: [string, string][] = [
  ["12 in", "12 in"],
  ["12 in", "24 in"],
  ["24 in", "24 in"],
  ["24 in", "40 in"],
];

export function MatChoices({ mat, onMat }: { mat: MatText; onMat: (mat: MatText) => void }) {
  return (
    <section>
      <h2>The mat</h2>
      <fieldset className="mat-sizes">
        <legend>Size</legend>
        {MATS.map(([width, height]) => (
          <label key={`${width} ${height}`}>
            <input
              type="radio"
              name="mat"
              checked={mat.width === width && mat.height === height}
              onChange={() => onMat({ ...mat, width, height })}
            />
            {width.replace(" in", "")} × {height}
          </label>
        ))}
      </fieldset>
      <Typed
        key={`margin ${mat.margin}`}
        says="Rollers reach in"
        value={mat.margin ?? ""}
        hint="not at all"
        onValue={(margin) => onMat({ ...mat, margin })}
      />
      <Typed
        key={`smallest ${mat.smallest}`}
        says="Blade turns in"
        value={mat.smallest ?? ""}
        hint="2 mm"
        onValue={(smallest) => onMat({ ...mat, smallest })}
      />
    </section>
  );
}

/** A figure that is taken when it is finished: on Enter, or when the field is left. */
function Typed(props: { says: string; value: string; hint: string; onValue: (value: string) => void }) {
  const { says, value, hint, onValue } = props;
  const [typed, setTyped] = useState(value);
  const take = () => typed !== value && onValue(typed);
  return (
    <TextField
      className="mat-typed"
      name={says}
      value={typed}
      hint={hint}
      onText={setTyped}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
}
