// What is shown while the service works on something that takes a while.

import { useEffect, useState } from "react";
import { Spinner } from "react-bootstrap";

/** Shorter waits are not worth a word. */
const SOON_MS = 400;

/** Nothing while nothing is asked for. `doing` is what goes on: `Laying the bags out on sheets`. */
export function Working({ asked, doing }: { asked: { isFetching: boolean }; doing: string }) {
  return asked.isFetching ? <Waiting doing={doing} /> : null;
}

function Waiting({ doing }: { doing: string }) {
  const [begun] = useState(() => Date.now());
  const [now, setNow] = useState(begun);
  useEffect(() => {
    const clock = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(clock);
  }, []);
  const waited = now - begun;
  const seconds = Math.floor(waited / 1000);
  return (
    <p className="working">
      {waited >= SOON_MS && (
        <>
          <Spinner size="sm" aria-hidden="true" /> <span role="status">{doing}…</span>
          {seconds > 0 && <span aria-hidden="true"> {seconds} s</span>}
        </>
      )}
    </p>
  );
}
