// How many of something: one less, typed, one more.

import { ToolButton } from "./ToolButton";

export function CountField(props: {
  /** What is counted: `Bud vase`. */
  name: string;
  count: number;
  most: number;
  least?: number;
  onCount: (count: number) => void;
}) {
  const { name, count, most, least = 0, onCount } = props;
  const set = (next: number) => onCount(Math.max(least, Math.min(most, next)));
  return (
    <span className="count-field" role="group" aria-label={`How many of ${name}`}>
      <ToolButton
        icon="minus"
        name={`One ${name} less`}
        disabled={count <= least}
        onClick={() => set(count - 1)}
      />
      <input
        inputMode="numeric"
        aria-label={`Number of ${name}`}
        value={count}
        onFocus={(event) => event.target.select()}
        onChange={(event) => set(Number(event.target.value.replace(/\D/g, "")))}
      />
      <ToolButton
        icon="plus"
        name={`One ${name} more`}
        disabled={count >= most}
        onClick={() => set(count + 1)}
      />
    </span>
  );
}
