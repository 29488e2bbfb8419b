// What a run costs, kind by kind and bag by bag, and what its bags are sold for; the figures it rests on are typed here.

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { Refused, type Costs, type Run } from "../../api/client";
import { costsQuery } from "../../api/queries";
import { ratesHow } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";
import { Failed } from "../../api/Failed";
import { TextField } from "../../drawings/TextField";

export function Money({ run }: { run: Run }) {
  return (
    <div className="money">
      <section aria-label="What it costs">
        <h2>
          All of it costs <span className="money-total">{run.costs.total}</span>
        </h2>
        <dl className="money-kinds">
          {run.costs.kinds.map((kind) => (
            <div key={kind.name}>
              <dt>{kind.name}</dt>
              <dd>{kind.amount}</dd>
            </div>
          ))}
        </dl>
        {run.costs.unknown.length > 0 && (
          <p className="is-blocked">The price is not known of {run.costs.unknown.join(", ")}.</p>
        )}
        <h3>Bag by bag</h3>
        <ul className="money-lines">
          {run.lines.map((line) => (
            <li key={line.line}>
              <span>
                <strong>{line.name}</strong>
                <small>
                  {line.copies} for {line.cost}
                </small>
              </span>
              <span>
                {line.each} <small>each</small>
              </span>
              <span>
                {line.price} <small>to sell at</small>
              </span>
            </li>
          ))}
        </ul>
        <p>
          The price is {run.costs.rule}: {run.costs.sold} for all {run.bags}.
        </p>
      </section>
      <Rates />
    </div>
  );
}

const FIELDS: [keyof Costs, string, string][] = [
  ["currency", "Counted in", "£"],
  ["ribbon", "A roll of ribbon", "3.20"],
  ["ribbon_length", "How long it is", "10 m"],
  ["insert", "Card for an insert", "0.08"],
  ["glue", "Glue or tape for a bag", "0.04"],
  ["sundries", "Whatever else for a bag", "0.10"],
  ["hour", "An hour of your time", "not counted"],
  ["times", "Sold at so many times the cost", "2"],
  ["plus", "and so much more", "0"],
  ["step", "rounded up to", "0.50"],
];

function Rates() {
  const queries = useQueryClient();
  const kept = useQuery(costsQuery());
  const [typed, setTyped] = useState<Costs | null>(null);
  const keep = useSaver("rates", kept.data, ratesHow(queries));
  const shown = typed ?? keep.asked ?? kept.data;
  const fault = keep.problem instanceof Refused ? keep.problem.problem : null;
  if (!shown) return <Failed asked={kept} what="What things cost" />;
  return (
    <form
      className="rates"
      aria-label="What things cost"
      onSubmit={(event) => {
        event.preventDefault();
        const filled = Object.entries(shown).filter(([, value]) => (value ?? "").trim() !== "");
        keep.want(Object.fromEntries(filled));
        setTyped(null);
      }}
    >
      <h2>What things cost</h2>
      <p>Paper has its price on the shelf.</p>
      {FIELDS.map(([field, name, hint]) => (
        <TextField
          key={field}
          name={name}
          value={shown[field] ?? ""}
          hint={hint}
          wrong={fault?.field === field}
          className={fault?.field === field ? "has-error" : ""}
          onText={(text) => setTyped({ ...shown, [field]: text })}
        />
      ))}
      {keep.problem && (
        <p className="alarm" role="alert">
          {keep.problem.message}
        </p>
      )}
      <Button type="submit">Reckon with that</Button>
    </form>
  );
}
