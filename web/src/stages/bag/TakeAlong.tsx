// Everything of a bag that can leave the program, with what each is good for. The bag is saved before the list opens.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { listTaken } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";

export function TakeAlong({ bag, save }: { bag: number; save: () => Promise<boolean> }) {
  const [state, setState] = useState<"shut" | "open" | "refused">("shut");
  const shut = () => setState("shut");
  return (
    <span className="saved-download">
      <Button
        variant="ink"
        className="download"
        title="Sheets, lists, creases: what can be printed, cut or kept"
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
      <Modal show={state === "open"} onHide={shut} size="lg" aria-labelledby="take-title">
        <Modal.Body className="take-along">
          <h2 id="take-title">Take it along</h2>
          <Files bag={bag} />
          <Button variant="remedy" onClick={shut}>
            Close
          </Button>
        </Modal.Body>
      </Modal>
    </span>
  );
}

function Files({ bag }: { bag: number }) {
  const asked = useQuery({ queryKey: ["taken", bag], queryFn: () => listTaken(bag), gcTime: 0 });
  return (
    <>
      <Failed asked={asked} what="What can be taken along" />
      <ul aria-busy={asked.isPending}>
        {asked.data?.map((file) => (
          <li key={file.href}>
            <a href={file.href} download="">
              <Icon name="download" />
              <strong>{file.title}</strong>
              <span className="take-kind">{file.kind}</span>
              <small>{file.good_for}</small>
            </a>
          </li>
        ))}
      </ul>
    </>
  );
}
