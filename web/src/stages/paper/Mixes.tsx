// Which sizes would use the shelf up: for every paper a large bag, two of a half, four of a quarter of every sheet.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { mixes, type Brief } from "../../api/client";
import { mixesQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Figure } from "../../words/Figure";

type Asked = Parameters<typeof mixes>[0];

export function Mixes({ habits, onMake }: { habits: Asked; onMake: (brief: Brief) => void }) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const found = useQuery(mixesQuery(asked));
  return (
    <>
      <p>
        <Button variant="remedy" disabled={found.isFetching} onClick={() => setAsked(habits)}>
          Which sizes would use my shelf up?
        </Button>{" "}
        {found.isFetching && <span role="status">Counting…</span>}
      </p>
      <Failed asked={found} what="What uses the shelf up" />
      {found.data && (
        <ul className="mixes">
          {found.data.papers.map((paper, index) => (
            <li key={index}>
              <strong>{paper.paper}</strong> <span>{paper.amount}</span>
              <ul>
                {paper.sizes.map((own) => (
                  <li key={own.part}>
                    <span>
                      {own.name}, <Figure text={own.part} />
                    </span>
                    <strong>
                      <Figure text={own.size} />
                    </strong>
                    <span>{own.says}</span>
                    <Button variant="remedy" onClick={() => onMake(own.brief)}>
                      Draw it<span className="visually-hidden">: {own.size}</span>
                    </Button>
                  </li>
                ))}
              </ul>
            </li>
          ))}
          {found.data.left_out > 0 && <li>For {found.data.left_out} more papers there was no time.</li>}
        </ul>
      )}
    </>
  );
}
