// One paper standing on the shelf: its sheet to scale, its figures, and how many are left.

import { useState } from "react";
import type { PaperText, ShelfPaper } from "../../api/client";
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
  const { name, count = 0 } = paper.paper;
  const set = (left: number) => onChange({ ...paper.paper, count: Math.max(0, left) }).catch(() => undefined);
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
    </li>
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
