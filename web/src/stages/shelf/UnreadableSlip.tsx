// A paper that is kept and cannot be read: why, what is kept of it, and what can be done.

import { useState } from "react";
import { Button } from "react-bootstrap";
import type { PaperText, UnreadablePaper } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { PaperForm } from "./PaperForm";

export function UnreadableSlip(props: {
  paper: UnreadablePaper;
  onChange: (paper: PaperText) => Promise<unknown>;
  onTake: () => void;
}) {
  const { paper, onChange, onTake } = props;
  const [writing, setWriting] = useState(false);
  const { name } = paper;
  if (writing) {
    return (
      <li className="paper-slip is-open">
        <PaperForm
          paper={{ name, width: "12 in", height: "12 in", count: 1 }}
          action={`Write ${name} anew`}
          save={onChange}
          onClose={() => setWriting(false)}
        />
      </li>
    );
  }
  return (
    <li className="paper-slip is-unreadable">
      <strong>{name}</strong>
      <span className="is-blocked">
        <Icon name="blocks" />
        <span>{paper.sentence}</span>
      </span>
      <code>{paper.text}</code>
      <div className="paper-count" role="group" aria-label={`What can be done about ${name}`}>
        <Button variant="remedy" aria-expanded={false} onClick={() => setWriting(true)}>
          Write it anew
        </Button>
        <ToolButton icon="bin" name={`Take ${name} off the shelf`} onClick={onTake} />
      </div>
    </li>
  );
}
