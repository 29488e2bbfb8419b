// A made bag, measured in a few presses and put into the journal.

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { addEntry, Refused, type EntryText } from "../../api/client";
import { useBags } from "../../api/useBags";
import { inDays } from "../../shared/days";
import { EntryMeasures, EntryMore, EntryRuler, EntryWhat, useRuler } from "./EntryParts";

/** What stays when an entry is kept: the next bag is most likely one like it, and what was typed meanwhile is its own. */
function nextAfter(sent: EntryText, now: Partial<EntryText>): Partial<EntryText> {
  const stays = ["bag", "paper", "adhesive"];
  const since = Object.entries(now).filter(
    ([field, value]) => stays.includes(field) || value !== sent[field as keyof EntryText],
  );
  return Object.fromEntries(since);
}

export function EntryForm({ onKept }: { onKept: () => unknown }) {
  const { bags } = useBags();
  const [text, setText] = useState<Partial<EntryText>>({});
  const [kept, setKept] = useState("");
  // Measures that were pressed, not typed: what is being typed is never taken away.
  const [pressed, setPressed] = useState<ReadonlySet<string>>(new Set());
  const readable = bags?.filter((bag) => bag.slip.readable) ?? [];
  const bag = readable.find((own) => own.id === text.bag) ?? readable[0];
  const { ruler, setRuler } = useRuler(bag?.slip.unit ?? "in");
  const add = useMutation({
    mutationFn: addEntry,
    onSuccess: (_, sent) => {
      setKept(`${readable.find((own) => own.id === sent.bag)?.name} is in the journal.`);
      setText((now) => nextAfter(sent, now));
      setPressed(new Set());
      return onKept();
    },
  });
  const fault = add.error instanceof Refused ? add.error.problem : null;
  const set = (change: Partial<EntryText>) => {
    setKept("");
    setText({ ...text, ...change });
  };
  if (bags?.length === 0) {
    return (
      <p>
        There is no bag that could have been made yet. <Link to="/">Draft the first one.</Link>
      </p>
    );
  }
  if (!bag) return <p aria-busy="true" />;
  const part = { text, bag, wrong: fault?.field, set };
  // A button that cannot be pressed any more would let the focus go: pressed twice, it is sent once.
  const send = (sure: boolean) => {
    if (add.isPending) return;
    add.mutate({ ...text, bag: bag.id, made: text.made ?? inDays(0), sure } as EntryText);
  };
  return (
    <form
      className="entry-form"
      aria-label="A made bag"
      onSubmit={(event) => {
        event.preventDefault();
        send(false);
      }}
    >
      <h2>A made bag</h2>
      <EntryWhat {...part} />
      <EntryRuler unit={bag.slip.unit} ruler={ruler.id} setRuler={setRuler} />
      <EntryMeasures {...part} step={ruler.mark} pressed={pressed} setPressed={setPressed} />
      <EntryMore {...part} />
      {add.error && (
        <p className="alarm" role="alert">
          {add.error.message}{" "}
          {fault?.type === "/problems/far-from-planned" && (
            <Button variant="remedy" onClick={() => send(true)}>
              It is right
            </Button>
          )}
        </p>
      )}
      <p className="entry-done">
        <Button type="submit">Into the journal</Button>
        <span role="status">{kept}</span>
      </p>
    </form>
  );
}
