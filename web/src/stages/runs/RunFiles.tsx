// What is taken along of a run: everything to print, lists for a spreadsheet, the evenings for a calendar.

import { useState } from "react";
import { Button } from "react-bootstrap";
import { fetchFile, runFileUrl } from "../../api/client";
import { Icon } from "../../drawings/Icon";

const FILES = [
  ["run.pdf", "Print everything (PDF)"],
  ["evenings.ics", "Evenings for a calendar"],
  ["made.csv", "What is made (CSV)"],
  ["paper.csv", "Paper (CSV)"],
  ["cuts.csv", "Cut list (CSV)"],
  ["work.csv", "Work (CSV)"],
  ["evenings.csv", "Evenings (CSV)"],
  ["costs.csv", "Costs (CSV)"],
] as const;

export function RunFiles({ run }: { run: number }) {
  const [says, setSays] = useState("");
  return (
    <details className="run-files">
      <summary>Take it along</summary>
      <ul>
        {FILES.map(([file, name]) => (
          <li key={file}>
            <Button
              variant="remedy"
              onClick={() =>
                void fetchFile(runFileUrl(run, file)).then(
                  (saved) => setSays(`${saved} is saved.`),
                  (error: Error) => setSays(error.message),
                )
              }
            >
              <Icon name="download" /> {name}
            </Button>
          </li>
        ))}
      </ul>
      <p role="status">{says}</p>
    </details>
  );
}
