// A blank with its name above it.

import type { FocusEventHandler, KeyboardEventHandler, Ref } from "react";

export function TextField(props: {
  name: string;
  value: string;
  /** What may stand there. */
  hint?: string;
  /** True if what stands there cannot be read. */
  wrong?: boolean;
  /** What it is beside its neighbours. */
  className?: string;
  readOnly?: boolean;
  ref?: Ref<HTMLInputElement>;
  onText: (text: string) => void;
  onBlur?: FocusEventHandler;
  onKeyDown?: KeyboardEventHandler;
}) {
  const { name, value, hint, wrong, className, readOnly, ref, onText, onBlur, onKeyDown } = props;
  return (
    <label className={className}>
      <span>{name}</span>
      <input
        ref={ref}
        value={value}
        placeholder={hint}
        autoComplete="off"
        spellCheck={false}
        readOnly={readOnly}
        aria-invalid={wrong || undefined}
        onChange={(event) => onText(event.target.value)}
        onBlur={onBlur}
        onKeyDown={onKeyDown}
      />
    </label>
  );
}
