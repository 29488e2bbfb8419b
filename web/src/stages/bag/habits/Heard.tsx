// The words the bag was read from.

import { Button } from "react-bootstrap";
import { Link } from "react-router";
import type { Brief } from "../../../api/client";
import { Sentence, type Said } from "./words";

export function Heard(props: Said & { onOffer: (brief: Brief, from?: Brief) => void }) {
  const { brief, onOffer } = props;
  const { heard, unit } = brief;
  if (!heard) return null;
  return (
    <Sentence heading="Read from">
      <q className="heard-quote">{heard}</q>{" "}
      <Link to="/heard" state={{ words: heard, unit }}>
        Read it again
      </Link>{" "}
      <Button
        variant="remedy"
        onClick={() => {
          const { heard: _, ...rest } = brief;
          onOffer({ ...rest }, brief);
        }}
      >
        Leave the words out
      </Button>
    </Sentence>
  );
}
