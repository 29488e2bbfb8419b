// Everything of a bag that can leave the program, by what it is for. The bag is saved before the list opens.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { type TakenFile } from "../../api/client";
import { takenQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";
import { MachineChoices, PrintChoices } from "../../shared/TakeChoices";
import { TakenRow } from "./TakenRow";
import { entriesOf } from "../../words/entries";
import { useTakeChoices } from "../../shared/useTakeChoices";

type Props = { bag: number; unit: "in" | "mm"; save: () => Promise<boolean> };

export function TakeAlong({ bag, unit, save }: Props) {
  const [state, setState] = useState<"shut" | "open" | "refused">("shut");
  const shut = () => setState("shut");
  return (
    <span className="saved-download">
      <Button
        variant="ink"
        className="download"
        title="Sheets, booklet, machine files, lists: what can be printed, cut or kept"
        onClick={async () => setState((await save()) ? "open" : "refused")}
      >
        <Icon name="download" />
        <span>Take it along</span>
      </Button>
      {state === "refused" && (
        <span className="download-refused" role="alert">
          Not downloaded: the bag as it stands is not saved, and the files would show the one before.
          <Button variant="remedy" onClick={shut}>
            Close
          </Button>
        </span>
      )}
      <Modal show={state === "open"} onHide={shut} size="lg" aria-labelledby="take-title" scrollable>
        <Modal.Body className="take-along">
          <h2 id="take-title">Take it along</h2>
          <Files bag={bag} unit={unit} />
          <Button variant="remedy" onClick={shut}>
            Close
          </Button>
        </Modal.Body>
      </Modal>
    </span>
  );
}

/** In the order in which they are shown; a new purpose stops the compiler here. */
const GROUPS: Record<TakenFile["taken_for"], string> = {
  read: "To read while working",
  print_at_one_to_one: "To print at 1:1",
  machine: "For a cutting machine",
  lists: "As lists",
  keep: "To keep and to pass on",
};

function Files({ bag, unit }: Pick<Props, "bag" | "unit">) {
  const asked = useQuery(takenQuery(bag));
  const choices = useTakeChoices();
  const [anyway, setAnyway] = useState(false);
  const queried = (query: string, id: TakenFile["taken_for"]) =>
    id === "machine" && anyway ? [query, "anyway=true"].filter(Boolean).join("&") : query;
  return (
    <>
      <Failed asked={asked} what="What can be taken along" />
      {asked.isPending && <p aria-busy="true">Looking what there is…</p>}
      {asked.data?.cannot_be_made && (
        <p className="alarm" role="alert">
          {asked.data.cannot_be_made} Every file says so in its name, and every page at its top.
        </p>
      )}
      {asked.data &&
        entriesOf(GROUPS).map(([id, title]) => {
          const files = asked.data.files.filter((file) => file.taken_for === id);
          if (files.length === 0) return null;
          const held = id === "machine" && asked.data.cannot_be_made && !anyway;
          return (
            <section key={id} aria-labelledby={`take-${id}`}>
              <h3 id={`take-${id}`}>{title}</h3>
              {id === "print_at_one_to_one" && (
                <PrintChoices choices={choices} unit={unit} printer={`/bags/${bag}/printer`} />
              )}
              {id === "machine" && !held && <MachineChoices bag={bag} choices={choices} />}
              {held ? (
                <p>
                  A machine would cut it as it is drawn.{" "}
                  <Button variant="remedy" onClick={() => setAnyway(true)}>
                    Yes, files for the machine all the same
                  </Button>
                </p>
              ) : (
                // Whoever has said yes goes on at the list.
                <ul
                  ref={id === "machine" && anyway ? (list) => list?.querySelector("a")?.focus() : undefined}
                >
                  {files.map((file) => (
                    <TakenRow key={file.href} file={file} query={queried(choices.queryFor(id), id)} />
                  ))}
                </ul>
              )}
            </section>
          );
        })}
    </>
  );
}
