import { useDebounce } from "use-debounce";

/** A value while it changes: the first change at once, the rest when it has stood for so many milliseconds. */
export function useStanding<Value>(value: Value, milliseconds: number): Value {
  const [standing] = useDebounce(value, milliseconds, { leading: true });
  return standing;
}
