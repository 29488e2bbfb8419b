// What is kept and cannot be read: why, what follows, and what can be done: it is saved as it stands, looked at, or put away.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { Link, useLocation } from "react-router";
import { bringUnreadBack, putUnreadAway, saveText, type Unread as Thing } from "../../api/client";
import { unreadQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";
import { UndoToast } from "../../drawings/UndoToast";

/** Where a thing can be looked at, if it has a page. */
const PLACE: Record<Thing["kind"], (thing: Thing) => string | null> = {
  bag: ({ key }) => `/bags/${key}`,
  paper: () => "/shelf",
  guide: () => "/shelf",
  run: () => null,
  work: ({ run }) => (run === null || run === undefined ? null : `/runs/${run}`),
  entry: () => "/journal",
  setting: () => null,
};

export function Unread() {
  const [gone, setGone] = useState<Thing | null>(null);
  const queries = useQueryClient();
  const { hash } = useLocation();
  const title = useRef<HTMLHeadingElement>(null);
  const asked = useQuery(unreadQuery());
  const away = useMutation({
    mutationFn: ({ kind, key }: Thing) => putUnreadAway(kind, key),
    // It stood in lists of its own, too.
    onSuccess: (_, thing) => {
      title.current?.focus();
      setGone(thing.comes_back ? thing : null);
      return queries.invalidateQueries();
    },
  });
  const back = useMutation({
    mutationFn: ({ kind, key }: Thing) => bringUnreadBack(kind, key),
    onSuccess: () => {
      title.current?.focus();
      setGone(null);
      return queries.invalidateQueries();
    },
  });
  const problem = away.error ?? back.error;
  const all = asked.data?.unread ?? [];
  const wanted = hash === "#unread-title" && asked.isSuccess;
  useEffect(() => {
    if (!wanted) return;
    title.current?.scrollIntoView({ block: "start" });
    title.current?.focus();
  }, [wanted]);
  return (
    <section aria-labelledby="unread-title">
      <h2 id="unread-title" ref={title} tabIndex={-1}>
        What cannot be read
      </h2>
      <Failed asked={asked} what="What cannot be read" />
      {asked.isSuccess && all.length === 0 && <p>Everything that is kept can be read.</p>}
      {problem && (
        <p className="alarm" role="alert">
          Nothing was changed: {problem.message}
        </p>
      )}
      <ul className="unread" aria-label="Kept and not read">
        {all.map((thing) => (
          <Row key={`${thing.kind} ${thing.key}`} thing={thing} busy={away.isPending} onAway={away.mutate} />
        ))}
      </ul>
      <UndoToast
        says={gone && `${gone.title} is put away.`}
        onBack={() => gone && back.mutate(gone)}
        onClose={() => setGone(null)}
      />
    </section>
  );
}

function Row({ thing, busy, onAway }: { thing: Thing; busy: boolean; onAway: (thing: Thing) => void }) {
  const place = PLACE[thing.kind](thing);
  return (
    <li>
      <strong>{thing.title}</strong>
      <span className="is-blocked">
        <Icon name="blocks" label="Cannot be read" />
        <span>
          {thing.sentence} {thing.means}
        </span>
      </span>
      <code>{thing.text.slice(0, 200)}</code>
      <div role="group" aria-label={`What can be done: ${thing.title}`}>
        <Button variant="remedy" onClick={() => saveText(thing.text, `${thing.kind}-${thing.key}.txt`)}>
          Save what is kept
        </Button>
        {place && <Link to={place}>Look at it</Link>}
        <Button variant="remedy" disabled={busy} onClick={() => onAway(thing)}>
          {thing.comes_back ? "Put it away" : "Take it out for good"}
        </Button>
      </div>
    </li>
  );
}
