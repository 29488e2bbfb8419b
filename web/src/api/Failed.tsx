// What is shown where something that was asked of the service did not come: always the reason, and a way to ask again.

import { Button } from "react-bootstrap";

interface Asked {
  error: Error | null;
  isFetching: boolean;
  refetch: () => unknown;
}

/** Nothing while all is well. `what` is what could not be shown: `The ways to build it`. */
export function Failed({ asked, what }: { asked: Asked; what: string }) {
  if (!asked.error) return null;
  return (
    <p className="alarm" role="alert">
      {what} cannot be shown: {asked.error.message}{" "}
      <Button variant="remedy" disabled={asked.isFetching} onClick={() => void asked.refetch()}>
        Ask again
      </Button>
    </p>
  );
}
