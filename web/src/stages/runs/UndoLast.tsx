// What was done last on a run, and the press that undoes it.

import { Button } from "react-bootstrap";
import type { Run } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import type { RunWork } from "./useRun";

export function UndoLast({ run, work }: { run: Run; work: RunWork }) {
  return (
    <p className="run-last">
      <Button variant="remedy" disabled={!run.last || work.busy} onClick={work.undo}>
        <Icon name="undo" /> Undo
      </Button>
      <span role="status">{run.last ? `Last: ${run.last}.` : "Nothing has been done yet."}</span>
    </p>
  );
}
