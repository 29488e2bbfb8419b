// One of a few words, picked from a list with its name above it.

export function Pick<T extends string>(props: {
  name: string;
  value: T;
  /** In the order in which they are offered. */
  options: readonly (readonly [T, string])[];
  className?: string;
  onPick: (value: T) => void;
}) {
  const { name, value, options, className, onPick } = props;
  return (
    <label className={className}>
      <span>{name}</span>
      <select
        value={value}
        onChange={(event) => {
          const picked = options.find(([own]) => own === event.target.value);
          if (picked) onPick(picked[0]);
        }}
      >
        {options.map(([own, says]) => (
          <option key={own} value={own}>
            {says}
          </option>
        ))}
      </select>
    </label>
  );
}
