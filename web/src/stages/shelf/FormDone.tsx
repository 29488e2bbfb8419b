// The foot of a form: what is wrong with it, and the ways out.

import { Button } from "react-bootstrap";

export function FormDone(props: { sentence: string | undefined; action: string; onClose: () => void }) {
  const { sentence, action, onClose } = props;
  return (
    <>
      {sentence && (
        <p className="alarm" role="alert">
          {sentence}
        </p>
      )}
      <div className="paper-done">
        <Button variant="ink" type="submit">
          {action}
        </Button>
        <Button variant="remedy" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </>
  );
}
