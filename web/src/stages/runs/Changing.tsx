// Before a line of a run that is begun is changed: what comes of what is cut for it, and what else can be done.

import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { changing, type Changing, type Run, type RunDraft } from "../../api/client";
import { Figure } from "../../words/Figure";

type Edit = (draft: RunDraft) => RunDraft;

/** Changes that are carried out at once, unless they touch what is begun: those are told first. */
export function useTold(run: Run, asked: RunDraft, change: (edit: Edit) => void) {
  const [waiting, setWaiting] = useState<{ edit: Edit; told: Changing[] } | null>(null);
  const [failed, setFailed] = useState<Error | null>(null);
  const tell = async (edit: Edit) => {
    setFailed(null);
    try {
      const told = await changing(run.id, edit(asked));
      if (told.length === 0) change(edit);
      else setWaiting({ edit, told });
    } catch (error) {
      setFailed(error as Error);
    }
  };
  const done = (edit?: Edit) => {
    setWaiting(null);
    if (edit) change(edit);
  };
  const aside = waiting?.told.filter((one) => one.aside) ?? [];
  const anew = (edit: Edit) => (draft: RunDraft) => {
    const made = edit(draft);
    const lines = (made.lines ?? []).map((line) =>
      aside.some((one) => one.line === line.line) ? { ...line, aside: true } : line,
    );
    return { ...made, lines };
  };
  return {
    tell: (edit: Edit) => void tell(edit),
    failed,
    panel: (
      <Modal show={waiting !== null} onHide={() => done()} centered aria-labelledby="told-title">
        <Modal.Header>
          <Modal.Title id="told-title" as="h2">
            This is begun already
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {waiting?.told.map((one) => (
            <p key={one.line}>
              <Figure text={one.says} />
            </p>
          ))}
          {aside.map((one) => (
            <p key={`aside ${one.line}`}>
              Or: <Figure text={one.aside ?? ""} />
            </p>
          ))}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="remedy" onClick={() => done()}>
            Leave it as it is
          </Button>
          {waiting && aside.length > 0 && (
            <Button variant="remedy" onClick={() => done(anew(waiting.edit))}>
              Make all anew
            </Button>
          )}
          <Button variant="ink" onClick={() => waiting && done(waiting.edit)}>
            Change it so
          </Button>
        </Modal.Footer>
      </Modal>
    ),
  };
}
