// The same bag was changed in two places: both versions side by side, to choose from.

import { useQuery } from "@tanstack/react-query";
import { Button, Modal } from "react-bootstrap";
import { type Bag, type BagDraft, type Brief } from "../../api/client";
import { planQuery } from "../../api/queries";
import { Figure } from "../../words/Figure";

export function Conflict(props: { mine: BagDraft; stored: Bag; onMine: () => void; onStored: () => void }) {
  return (
    <Modal show centered backdrop="static" keyboard={false} aria-labelledby="conflict-title">
      <Modal.Body className="conflict">
        <h2 id="conflict-title">This bag was changed somewhere else</h2>
        <p>Nothing is lost yet. Choose which version to go on with; undo brings the other one back.</p>
        <div className="conflict-versions">
          <Version title="What you have here" name={props.mine.name ?? ""} brief={props.mine.brief} />
          <Version title="What is saved" name={props.stored.name} brief={props.stored.brief} />
          <Button variant="ink" onClick={props.onMine}>
            Keep mine
          </Button>
          <Button variant="ink" onClick={props.onStored}>
            Take the saved one
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
}

function Version({ title, name, brief }: { title: string; name: string; brief: Brief }) {
  const { data } = useQuery(planQuery(brief));
  return (
    <div>
      <h3>{title}</h3>
      <p>{name}</p>
      <p className="conflict-size">{data && <Figure text={data.size.join(" × ")} />}</p>
      <p>
        {data && (
          <Figure text={`Piece ${data.pieces[0]?.width} × ${data.pieces[0]?.height}, ${data.sheet} sheet`} />
        )}
      </p>
    </div>
  );
}
