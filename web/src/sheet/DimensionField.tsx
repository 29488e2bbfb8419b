// A measurement edited where it lies on the drawing.

import { useId, type CSSProperties } from "react";
import type { Dimension } from "../api/client";
import { LengthInput } from "./LengthInput";

export interface DimensionFieldProps {
  dimension: Pick<Dimension, "name" | "figure" | "editable" | "mm" | "step_mm">;
  /** Where it is written: on its panel, beside the sheet, or on the panel next to a narrow one, or above a small piece. */
  place: "on-panel" | "beside" | "next-to" | "above";
  /** True if a message below it has to run to the left to stay on the drawing. */
  messageToLeft: boolean;
  style: CSSProperties;
  error?: string | undefined;
  onChange: (text: string) => void;
}

export function DimensionField({
  dimension,
  place,
  messageToLeft,
  style,
  error,
  onChange,
}: DimensionFieldProps) {
  const id = useId();
  return (
    <span className={`dimension is-${place}${error ? " has-error" : ""}`} style={style}>
      <label htmlFor={id}>{dimension.name}</label>
      <LengthInput
        id={id}
        figure={dimension.figure}
        editable={dimension.editable}
        steps={{ mm: dimension.mm, groove: dimension.step_mm }}
        error={error}
        onChange={onChange}
      />
      {error && (
        <span
          className={`dimension-error${messageToLeft ? " is-to-left" : ""}`}
          id={`${id}-error`}
          role="alert"
        >
          {error}
        </span>
      )}
    </span>
  );
}
