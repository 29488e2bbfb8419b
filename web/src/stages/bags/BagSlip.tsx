// One bag in the list: its picture drawn from its net, its size and its sheet.

import { Button } from "react-bootstrap";
import { Link } from "react-router";
import type { BagSummary } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { BagPicture } from "../../fold/BagPicture";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";

export function BagSlip(props: { bag: BagSummary; onDuplicate: () => void; onDelete: () => void }) {
  const { bag, onDuplicate, onDelete } = props;
  return (
    <li className="slip">
      <Link to={`/bags/${bag.id}`} className="slip-link">
        <span className="slip-pictures">
          {bag.standing && <BagPicture standing={bag.standing} width={104} height={108} />}
          <Thumbnail pieces={bag.pieces} sheet={bag.sheet_mm} width={104} height={62} />
        </span>
        <span className="slip-words">
          <strong>{bag.name}</strong>
          <span className="slip-size">
            <Figure text={bag.size.join(" × ")} /> <small>{bag.unit}</small>
          </span>
          <span>
            {bag.sheet && (
              <>
                on <Figure text={bag.sheet} />
              </>
            )}
          </span>
          <span className={bag.ready ? "is-ready" : "is-blocked"}>
            <Icon name={bag.ready ? "tick" : "blocks"} />
            <span>{bag.concern ? <Figure text={bag.concern} /> : "Can be made"}</span>
          </span>
        </span>
      </Link>
      <span className="slip-tools">
        <Button variant="tool" onClick={onDuplicate} aria-label={`Duplicate ${bag.name}`} title="Duplicate">
          <Icon name="copy" />
        </Button>
        <Button variant="tool" onClick={onDelete} aria-label={`Delete ${bag.name}`} title="Delete">
          <Icon name="bin" />
        </Button>
      </span>
    </li>
  );
}
