// The ways to build this bag, each drawn from its own unrolled pieces at the bag's own proportions.

import { Button } from "react-bootstrap";
import type { Brief, Remedy } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";
import { useBuilds } from "./useOffered";

/** The nearest change with which a build is possible after all. */
function Nearest(props: { remedy: Remedy; name: string; onBrief: (brief: Brief) => void }) {
  const { remedy, name, onBrief } = props;
  return (
    <p className="nearest">
      Nearest that works:{" "}
      <Button variant="remedy" onClick={() => onBrief(remedy.brief)}>
        <span className="visually-hidden">{name}, with: </span>
        <Figure text={remedy.title} />
      </Button>{" "}
      <small>
        <Figure text={remedy.then} />
      </small>
    </p>
  );
}

export function Builds(props: {
  brief: Brief;
  /** A brief that was offered, and the one it was made from. */
  onBrief: (brief: Brief, from?: Brief) => void;
}) {
  const asked = useBuilds(props.brief);
  const onBrief = (brief: Brief) => props.onBrief(brief, asked.data?.from);
  return (
    <section className="builds" aria-labelledby="builds-title">
      <h3 id="builds-title">How it is built</h3>
      <Failed asked={asked} what="The builds" />
      <ul aria-busy={asked.isPending}>
        {(asked.data?.offered ?? []).map((way) => (
          <li key={way.name}>
            <button
              type="button"
              className="way"
              aria-pressed={way.chosen}
              aria-disabled={!way.brief}
              onClick={() => way.brief && onBrief(way.brief)}
            >
              <Thumbnail pieces={way.pieces} width={132} height={76} />
              <span>
                <strong>{way.name}</strong>
                <span className="build-size">
                  <Figure text={way.size} />
                  {way.sheets > 1 && `, ${way.sheets} sheets`}
                </span>
                <small>{way.when}</small>
                {way.obstacle && (
                  <small className="is-blocked">
                    <Icon name="blocks" label="Cannot be made so" /> <Figure text={way.obstacle.title} />:{" "}
                    <Figure text={way.obstacle.why} />
                  </small>
                )}
              </span>
            </button>
            {way.obstacle?.nearest && (
              <Nearest remedy={way.obstacle.nearest} name={way.name} onBrief={onBrief} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
