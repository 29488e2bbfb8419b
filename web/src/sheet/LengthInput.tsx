// A length that reads as a figure and is typed as the crafter likes: shared by the drawing and the sentences.

import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { Figure } from "../words/Figure";
import { nextGroove } from "./nextGroove";

export interface LengthInputProps {
  id: string;
  /** As a ruler shows it. */
  figure: string;
  /** Exactly, to be edited. */
  editable: string;
  /** Its length in millimetres and the distance of two grooves: arrow keys step from groove to groove. */
  steps?: { mm: number; groove: number };
  error?: string | undefined;
  /** Called with what is typed, or with exact millimetres after an arrow key. */
  onChange: (text: string) => void;
}

export function LengthInput(props: LengthInputProps) {
  const { id, figure, editable, steps, error, onChange } = props;
  // What is being typed; null while the field shows what the service says.
  const [typed, setTyped] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  // Arrow keys may come faster than answers: they go on from the last step asked for.
  const asked = useRef(steps?.mm ?? 0);
  useEffect(() => {
    asked.current = steps?.mm ?? 0;
  }, [steps?.mm]);
  const before = useRef(editable);

  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (steps && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      const next = nextGroove(asked.current, steps.groove, event.key === "ArrowUp");
      if (next === null) return;
      asked.current = next;
      setTyped(null);
      onChange(`${next} mm`);
    } else if (event.key === "Enter") {
      event.currentTarget.select();
      if (!error) setTyped(null);
    } else if (event.key === "Escape" && typed !== null) {
      setTyped(null);
      onChange(before.current);
    }
  };

  return (
    <span className="length-input">
      <input
        id={id}
        type="text"
        size={Math.max(3, (typed ?? editable).length)}
        autoComplete="off"
        spellCheck={false}
        value={typed ?? editable}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        onFocus={(event) => {
          setFocused(true);
          before.current = editable;
          event.target.select();
        }}
        onBlur={() => {
          setFocused(false);
          if (!error) setTyped(null);
        }}
        onChange={(event) => {
          setTyped(event.target.value);
          onChange(event.target.value);
        }}
        onKeyDown={keys}
      />
      {!focused && typed === null && (
        <span className="length-figure" aria-hidden="true">
          <span>
            <Figure text={figure} />
          </span>
        </span>
      )}
    </span>
  );
}
