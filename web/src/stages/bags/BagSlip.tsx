// One bag in the list: its picture drawn from its net, its size and its sheet.

import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { keptUrl, type BagSummary } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { BagPicture } from "../../fold/BagPicture";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";

export function BagSlip(props: { bag: BagSummary; onDuplicate: () => void; onDelete: () => void }) {
  const { bag, onDuplicate, onDelete } = props;
  const { slip } = bag;
  return (
    <li className="slip">
      {slip.readable ? <Readable bag={bag} /> : <Unreadable bag={bag} />}
      <span className="slip-tools">
        {slip.readable && (
          <Button variant="tool" onClick={onDuplicate} aria-label={`Duplicate ${bag.name}`} title="Duplicate">
            <Icon name="copy" />
          </Button>
        )}
        <Button variant="tool" onClick={onDelete} aria-label={`Delete ${bag.name}`} title="Delete">
          <Icon name="bin" />
        </Button>
      </span>
    </li>
  );
}

function Readable({ bag }: { bag: BagSummary }) {
  const { slip } = bag;
  return (
    <Link to={`/bags/${bag.id}`} className="slip-link">
      <span className="slip-pictures">
        {slip.standing && <BagPicture standing={slip.standing} width={104} height={108} />}
        <Thumbnail pieces={slip.pieces} sheet={slip.sheet_mm} width={104} height={62} />
      </span>
      <span className="slip-words">
        <strong>{bag.name}</strong>
        <span className="slip-size">
          <Figure text={slip.size.join(" × ")} /> <small>{slip.unit}</small>
        </span>
        <span>
          on <Figure text={slip.sheet} />
        </span>
        <span className={slip.ready ? "is-ready" : "is-blocked"}>
          <Icon name={slip.ready ? "tick" : "blocks"} />
          <span>{slip.concern ? <Figure text={slip.concern} /> : "Can be made"}</span>
        </span>
      </span>
    </Link>
  );
}

/** A bag that cannot be opened: what it is called, why, and how to take along what is kept of it. */
function Unreadable({ bag }: { bag: BagSummary }) {
  return (
    <div className="slip-link">
      <span className="slip-words">
        <strong>{bag.name}</strong>
        <span className="is-blocked">
          <Icon name="blocks" />
          <span>{bag.slip.concern}</span>
        </span>
        <a href={keptUrl(bag.id)} download>
          Save what is kept of it as a file
        </a>
      </span>
    </div>
  );
}
