// A form is sent once, however often it is pressed, and shut when it is kept; what is wrong with it is told by its field.

import { useRef, useState, type FormEvent } from "react";
import { Refused } from "../../api/client";

export function useSending(save: () => Promise<unknown>, onClose: () => void) {
  const [fault, setFault] = useState<{ field: string; sentence: string } | null>(null);
  const [busy, setBusy] = useState(false);
  // Known at once, before anything is drawn anew.
  const sending = useRef(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (sending.current) return;
    sending.current = true;
    setBusy(true);
    try {
      await save();
      onClose();
    } catch (error) {
      const problem = error instanceof Refused ? error.problem : null;
      setFault({ field: problem?.field ?? "", sentence: problem?.detail ?? String(error) });
    }
    sending.current = false;
    setBusy(false);
  };
  return { fault, busy, send };
}
