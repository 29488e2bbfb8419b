// What was just taken away, for as long as it can be brought back with one press.

import { Button, Toast } from "react-bootstrap";

export function UndoToast(props: {
  /** What happened, in a sentence; nothing while there is nothing to bring back. */
  says: string | null;
  onBack: () => void;
  onClose: () => void;
}) {
  const { says, onBack, onClose } = props;
  return (
    <Toast
      className="undo-toast"
      show={says !== null}
      onClose={onClose}
      delay={12_000}
      autohide
      role="status"
    >
      <Toast.Body>
        <span>{says}</span>
        <Button variant="remedy" onClick={onBack}>
          Bring it back
        </Button>
      </Toast.Body>
    </Toast>
  );
}
