// One paper standing on the shelf: its sheet to scale, its figures, and how many are left.

import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { PaperText, ShelfPaper } from "../../api/client";
import { shelfQuery } from "../../api/queries";
import { paperHow } from "../../shared/saving/keepers";
import type { Saving } from "../../shared/saving/Saver";
import { useSaver } from "../../shared/saving/useSaver";
import { ToolButton } from "../../drawings/ToolButton";
import { Figure } from "../../words/Figure";
import { PaperForm } from "./PaperForm";
import { isRoll } from "../../words/kinds";

const WIDE = 220;
const TALL = 128;

export function PaperSlip(props: {
  paper: ShelfPaper;
  widest: number;
  onChange: (paper: PaperText) => Promise<unknown>;
  onTake: () => void;
}) {
  const { paper, widest, onChange, onTake } = props;
  const [editing, setEditing] = useState(false);
  const queries = useQueryClient();
  const keep = useSaver(`paper ${paper.id}`, paper, paperHow(queries, paper.id), true);
  const now = keep.asked ?? paper.paper;
  const { name, count = 0 } = now;
  const set = (left: number) => keep.want({ ...now, count: Math.max(0, left) });
  if (editing) {
    return (
      <li className="paper-slip is-open">
        <PaperForm
          paper={paper.paper}
          action={`Keep ${name} so`}
          save={onChange}
          onClose={() => setEditing(false)}
        />
      </li>
    );
  }
  return (
    <li className="paper-slip">
      <StandingSheet paper={paper} widest={widest} />
      <strong>{name}</strong>
      <span className="paper-size">
        <Figure text={paper.size} />
      </span>
      <small>{paper.says}</small>
      {paper.held && <small>{paper.held} held for runs</small>}
      <div className="paper-count" role="group" aria-label={`How many of ${name} are left`}>
        <ToolButton
          icon="minus"
          name={`One ${name} less`}
          disabled={count === 0}
          onClick={() => set(count - 1)}
        />
        <output>{count}</output>
        <ToolButton
          icon="plus"
          name={`One ${name} more`}
          disabled={isRoll(paper.paper) && count > 0}
          onClick={() => set(count + 1)}
        />
        <ToolButton icon="pencil" name={`Change ${name}`} expanded={false} onClick={() => setEditing(true)} />
        <ToolButton icon="bin" name={`Take ${name} off the shelf`} onClick={onTake} />
      </div>
      <NotKept
        keep={keep}
        onLeave={() => {
          keep.drop();
          void queries.invalidateQueries(shelfQuery());
        }}
      />
    </li>
  );
}

/** Why a count is not kept, and the way on. */
function NotKept(props: { keep: { state: Saving; problem: Error | null }; onLeave: () => void }) {
  const { state, problem } = props.keep;
  if (!problem || state === "offline") return null;
  return (
    <p className="alarm" role="alert">
      {problem.message}{" "}
      <Button variant="remedy" onClick={props.onLeave}>
        Look at it as it is now
      </Button>
    </p>
  );
}

/** What is longer than the shelf is high has its end torn off. */
function StandingSheet({ paper, widest }: { paper: ShelfPaper; widest: number }) {
  const [width = 1, height = 1] = paper.mm;
  const scale = WIDE / widest;
  const full = height * scale;
  const [wide, tall] = [width * scale, Math.min(full, TALL)];
  const quarter = wide / 4;
  const edge =
    tall < full - 1
      ? `M 1 ${TALL} V 6 l ${quarter} 5 l ${quarter} -7 l ${quarter} 6 l ${quarter} -4 V ${TALL} Z`
      : `M 1 ${TALL} v ${-tall} h ${wide} v ${tall} Z`;
  return (
    <svg
      viewBox={`0 0 ${WIDE + 2} ${TALL + 1}`}
      width={WIDE + 2}
      height={TALL + 1}
      className="standing-sheet"
      preserveAspectRatio="xMinYMax meet"
      aria-hidden="true"
    >
      <path className="sheet" d={edge} />
      {paper.paper.pattern !== "all_over" && (
        <path
          className="paper-up"
          d={`M ${1 + wide / 2} ${TALL - 7} v ${-Math.min(tall, 40) + 15} m -5 7 l 5 -7 l 5 7`}
        />
      )}
    </svg>
  );
}
