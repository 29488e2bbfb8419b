// From all the shelf: how many of this bag every paper makes, counted when it is asked for.

import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { type Brief } from "../../api/client";
import { yieldsQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Figure } from "../../words/Figure";

export function Yields({ brief, size, children }: { brief: Brief; size: string; children: ReactNode }) {
  // The bag that was asked about; another one is asked about anew.
  const [asked, setAsked] = useState<{ brief: Brief; size: string } | null>(null);
  const found = useQuery(yieldsQuery(asked?.brief));
  return (
    <section className="yields" aria-labelledby="yields-title">
      <h2 id="yields-title">From all the shelf</h2>
      {children}
      <p>
        <Button variant="remedy" disabled={found.isFetching} onClick={() => setAsked({ brief, size })}>
          How many of <Figure text={size} /> does my shelf make?
        </Button>{" "}
        {found.isFetching && <span role="status">Counting…</span>}
      </p>
      <Failed asked={found} what="What the shelf makes" />
      {asked && found.data && (
        <div role="status">
          <p className="yields-all">
            <strong>
              Of <Figure text={asked.size} />: {found.data.says}
            </strong>
          </p>
          <ul>
            {found.data.papers.map((own, index) => (
              <li key={index}>
                <strong>{own.paper}</strong> <span>{own.amount}</span>
                <span>{own.says}</span>
              </li>
            ))}
          </ul>
          {found.data.papers.length === 0 && (
            <p>
              Papers are kept on <Link to="/shelf">the shelf</Link>.
            </p>
          )}
        </div>
      )}
    </section>
  );
}
