// What has just happened, for as long as something can be done about it with one press: mostly that it is brought back.

import { Button, Toast } from "react-bootstrap";

export function UndoToast(props: {
  /** What happened, in a sentence; nothing while there is nothing to bring back. */
  says: string | null;
  /** What is pressed. */
  press?: string;
  onBack: () => void;
  onClose: () => void;
}) {
  const { says, press = "Bring it back", onBack, onClose } = props;
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
          {press}
        </Button>
      </Toast.Body>
    </Toast>
  );
}
