// The sheet left whole, halved and quartered: how many bags that makes, and the one that makes most of a part.

import { Button } from "react-bootstrap";
import type { Brief, PartedSheet } from "../../api/client";
import { Figure } from "../../words/Figure";

export function Parted(props: { parted: PartedSheet[]; stale: boolean; onMake: (brief: Brief) => void }) {
  const { parted, stale, onMake } = props;
  return (
    <section className="parted" aria-labelledby="parted-title">
      <h2 id="parted-title">Cut up first</h2>
      <ul>
        {parted.map(({ name, parts, part, size, brief }) => (
          <li key={part}>
            <span>
              {parts === 1 ? "Whole" : name === "halved" ? "Halved" : "Quartered"}, <Figure text={part} />
            </span>
            {brief && size ? (
              <>
                <strong>
                  {parts === 1 ? "1 bag, " : `${parts} bags, `}
                  <Figure text={size} />
                </strong>
                <Button variant="remedy" disabled={stale} onClick={() => onMake(brief)}>
                  Draw it
                </Button>
              </>
            ) : (
              <strong>too small for a bag</strong>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
