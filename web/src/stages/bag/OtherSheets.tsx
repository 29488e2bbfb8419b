// The same bag, in proportion, on the sheets that are sold everywhere.

import type { Brief } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";
import { useRescaled } from "./useOffered";

export function OtherSheets(props: {
  brief: Brief;
  /** A brief that was offered, and the one it was made from. */
  onBrief: (brief: Brief, from?: Brief) => void;
}) {
  const asked = useRescaled(props.brief);
  return (
    <section className="other-sheets" aria-labelledby="other-sheets-title">
      <h3 id="other-sheets-title">The same bag on another sheet</h3>
      <p>In proportion as far as every score lies on a groove; what is not, is said.</p>
      <Failed asked={asked} what="The bag on other sheets" />
      <ul>
        {(asked.data?.offered ?? []).map((other) => (
          <li key={other.sheet}>
            <button
              type="button"
              aria-pressed={other.chosen}
              onClick={() => props.onBrief(other.brief, asked.data?.from)}
            >
              <Thumbnail pieces={other.pieces.slice(0, 1)} sheet={other.sheet_mm} width={84} height={64} />
              <strong>{other.sheet}</strong>
              <Figure text={other.size} />
              <small>
                <Figure text={other.off || "in proportion"} />
              </small>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
