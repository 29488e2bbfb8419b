// Sentences whose underlined words can be changed.

import { useId, type ReactNode } from "react";
import type { Brief, Plan } from "../../../api/client";
import { LengthInput } from "../../../sheet/LengthInput";
import { Figure } from "../../../words/Figure";

/** What every sentence is given. */
export interface Said {
  plan: Plan;
  brief: Brief;
  /** Changes some fields of the brief; changes with the same key are one step to undo. */
  set: (change: Partial<Brief>, key?: string) => void;
}

export type Option<T extends string> = [value: T, words: string];

/** A word in a sentence that can be changed for another. */
export function Choice<T extends string>(props: {
  name: string;
  value: T;
  options: Option<T>[];
  onChange: (value: T) => void;
}) {
  const words = props.options.find(([value]) => value === props.value)?.[1] ?? props.value;
  return (
    <span className="choice">
      <span aria-hidden="true">
        <Figure text={words} />
      </span>
      <select
        aria-label={props.name}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value as T)}
      >
        {props.options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </span>
  );
}

/** A length in a sentence. */
export function Blank(props: {
  name: string;
  length: { figure: string; editable: string } | null | undefined;
  onChange: (text: string) => void;
}) {
  const id = useId();
  return (
    <span className="blank">
      <label className="visually-hidden" htmlFor={id}>
        {props.name}
      </label>
      <LengthInput
        id={id}
        figure={props.length?.figure ?? ""}
        editable={props.length?.editable ?? ""}
        onChange={props.onChange}
      />
    </span>
  );
}

export function Sentence({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <section>
      <h3>{heading}</h3>
      <p>{children}</p>
    </section>
  );
}
