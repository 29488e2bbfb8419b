// The best ways to cut a bag into pieces, and how much a join counts at every kind of place.

import { useQuery } from "@tanstack/react-query";
import { Button } from "react-bootstrap";
import { type Brief } from "../../../api/client";
import { joinsQuery } from "../../../api/queries";
import { Failed } from "../../../api/Failed";
import { Figure } from "../../../words/Figure";
import type { Said } from "./words";

type Weights = NonNullable<Brief["weights"]>;

const KINDS: [keyof Weights, string][] = [
  ["back_corner", "at a back corner"],
  ["front_corner", "at a front corner"],
  ["gusset_centre", "down a gusset"],
  ["inside_back", "inside the back"],
  ["inside_front", "inside the front"],
  ["separate_base", "of a separate base"],
  ["all_round", "all round"],
];

export function Joinings({ plan, brief, set }: Said) {
  const asked = useQuery(joinsQuery(brief));
  const { weights } = plan.settings;
  return (
    <section className="joinings" aria-labelledby="joinings-title">
      <h3 id="joinings-title">Where to cut it</h3>
      <p>Fewest sheets first; among those the joins that show least, then fewest joins, then least waste.</p>
      <Failed asked={asked} what="The places to cut" />
      {asked.data?.length === 0 && !asked.isPlaceholderData && !asked.error && (
        <p>There is no way from these sheets: a panel alone is larger.</p>
      )}
      <ol>
        {(asked.data ?? []).map((way) => (
          <li key={way.places}>
            <Button
              variant="remedy"
              aria-pressed={way.chosen}
              onClick={() => set({ build: way.brief.build, joins: way.brief.joins })}
            >
              {way.places}
            </Button>
            <small>
              <Figure text={way.says} />
            </small>
          </li>
        ))}
      </ol>
      <details>
        <summary>How much a join shows</summary>
        <ul className="join-weights">
          {KINDS.map(([kind, name]) => (
            <li key={kind}>
              <label>
                <span>{name}</span>
                <input
                  type="number"
                  min={0}
                  max={99}
                  value={weights[kind]}
                  onChange={(event) => {
                    const value = Math.max(0, Math.min(99, Math.round(Number(event.target.value))));
                    set({ weights: { ...weights, [kind]: value } }, `weights.${kind}`);
                  }}
                />
              </label>
            </li>
          ))}
        </ul>
        {brief.weights && (
          <Button variant="remedy" onClick={() => set({ weights: null })}>
            The customary order again
          </Button>
        )}
      </details>
    </section>
  );
}
