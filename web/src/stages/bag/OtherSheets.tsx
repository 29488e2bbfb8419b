// The same bag, in proportion, on the sheets that are sold everywhere.

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { rescaled, type Brief } from "../../api/client";
import { Failed } from "../../api/Failed";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";

export function OtherSheets({ brief, onBrief }: { brief: Brief; onBrief: (brief: Brief) => void }) {
  const asked = useQuery({
    queryKey: ["rescaled", brief],
    queryFn: () => rescaled(brief),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  return (
    <section className="other-sheets" aria-labelledby="other-sheets-title">
      <h3 id="other-sheets-title">The same bag on another sheet</h3>
      <p>In proportion, every score on a groove.</p>
      <Failed asked={asked} what="The bag on other sheets" />
      <ul>
        {(asked.data ?? []).map((other) => (
          <li key={other.sheet}>
            <button type="button" aria-pressed={other.chosen} onClick={() => onBrief(other.brief)}>
              <Thumbnail pieces={other.pieces.slice(0, 1)} sheet={other.sheet_mm} width={84} height={64} />
              <strong>{other.sheet}</strong>
              <Figure text={other.size} />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
