// What is asked for is kept, one change at a time: of what comes while one is on its way the last is sent after it, and it shows
// all the while. What is refused stays as it was typed, until it is mended or dropped.

import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";

export function useOneAtATime<Asked, Kept>(how: {
  /** Sends what is asked for; rests on what was kept last. */
  send: (asked: Asked) => Promise<Kept>;
  /** Takes note of what is kept now, before anything else is sent. */
  onKept: (kept: Kept) => void;
}) {
  const [asked, setAsked] = useState<{ what: Asked } | null>(null);
  const { mutate, isPending, isError, isSuccess, error, reset } = useMutation({
    mutationFn: (sent: { what: Asked }) => how.send(sent.what),
    onSuccess: (kept, sent) => {
      how.onKept(kept);
      setAsked((now) => (now === sent ? null : now));
    },
  });
  useEffect(() => {
    if (asked && !isPending && !isError) mutate(asked);
  }, [asked, isPending, isError, mutate]);
  return {
    /** What is asked for and not kept yet. */
    asked: asked?.what ?? null,
    ask: (what: Asked) => {
      // What is on its way goes on: forgotten, the next change would be sent beside it and rest on the same revision.
      if (isError) reset();
      setAsked({ what });
    },
    /** Leaves everything as it is kept. */
    drop: () => {
      setAsked(null);
      reset();
    },
    saving: isPending || asked !== null,
    kept: isSuccess,
    problem: error,
  };
}
