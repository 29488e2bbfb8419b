// Places round the bag, picked one by one.

import { Button } from "react-bootstrap";
import type { Place } from "../../../api/client";
import { entriesOf } from "../../../words/entries";
import { PLACES } from "../../../words/kinds";

/** A list of places with one put in or taken out. */
const toggled = (places: Place[], place: Place) =>
  places.includes(place) ? places.filter((other) => other !== place) : [...places, place];

/** The places of `among` (all eight if nothing is said), those in `picked` pressed. With `keepOne` the last one stays. */
export function Places(props: {
  name: string;
  picked: Place[];
  among?: Place[];
  keepOne?: boolean;
  onChange: (picked: Place[]) => void;
}) {
  const { name, picked, among, keepOne, onChange } = props;
  return (
    <span className="places" role="group" aria-label={name}>
      {entriesOf(PLACES)
        .filter(([place]) => !among || among.includes(place))
        .map(([place, words]) => (
          <Button
            key={place}
            variant="remedy"
            aria-pressed={picked.includes(place)}
            disabled={keepOne && picked.length === 1 && picked.includes(place)}
            onClick={() => onChange(toggled(picked, place))}
          >
            {words}
          </Button>
        ))}
    </span>
  );
}
