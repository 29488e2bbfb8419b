// What is not kept yet and is on no page that is open: what it is, how it stands with it, and the way there.

import { useSyncExternalStore } from "react";
import { Toast } from "react-bootstrap";
import { Link } from "react-router";
import type { Saving } from "./Saver";
import { parts, savers, type Kind } from "./savers";

const WHAT: Record<Kind, { what: string; at: (id: number) => string }> = {
  bag: { what: "Changes to a bag", at: (id) => `/bags/${id}` },
  run: { what: "Changes to a run", at: (id) => `/runs/${id}` },
  deeds: { what: "Work on a run", at: (id) => `/runs/${id}` },
  ticks: { what: "Ticks at the table", at: (id) => `/bags/${id}/table` },
  paper: { what: "Changes to a paper", at: () => "/shelf" },
  rooms: { what: "The room you usually leave", at: () => "/gift" },
  rates: { what: "What things cost", at: () => "/runs" },
};

/** What is said of it. What is on its way is not worth a word. */
const SAYS: Record<Saving, string | null> = {
  saved: null,
  saving: null,
  waiting: "cannot be kept as it is typed.",
  offline: "Wide Fold does not answer. Kept in this browser until it does.",
  refused: "not kept.",
  conflict: "changed somewhere else meanwhile. Choose which to keep.",
};

export function Unkept() {
  const unkept = useSyncExternalStore(savers.follow, savers.snapshot);
  const [one, ...others] = unkept.filter(({ state }) => SAYS[state] !== null);
  if (!one) return null;
  const { kind, id } = parts(one.name);
  return (
    <Toast className="unkept" role="status">
      <Toast.Body>
        <span>
          {WHAT[kind].what}: {SAYS[one.state]}
          {others.length > 0 && ` And ${others.length} more.`}
        </span>
        <Link to={WHAT[kind].at(id)}>Look at it</Link>
      </Toast.Body>
    </Toast>
  );
}
