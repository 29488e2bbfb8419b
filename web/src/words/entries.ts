// A map over a closed set of names, name by name in its order.

/** What `Object.entries` gives, with the names as their own type. */
export const entriesOf = <Name extends string, Value>(map: Record<Name, Value>) =>
  Object.entries(map) as [Name, Value][];
