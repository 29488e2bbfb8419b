// What is taken along of a run: everything to print, lists for a spreadsheet, the evenings for a calendar.

import { useState } from "react";
import { Button } from "react-bootstrap";
import { fetchFile, type Run } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { MEDIA } from "../../words/media";

export function RunFiles({ files }: Pick<Run, "files">) {
  const [says, setSays] = useState("");
  return (
    <details className="run-files">
      <summary>Take it along</summary>
      <ul>
        {files.map(({ href, title, media }) => (
          <li key={href}>
            <Button
              variant="remedy"
              onClick={() =>
                void fetchFile(href).then(
                  (saved) => setSays(`${saved} is saved.`),
                  (error: Error) => setSays(error.message),
                )
              }
            >
              <Icon name="download" /> {title} ({MEDIA[media]})
            </Button>
          </li>
        ))}
      </ul>
      <p role="status">{says}</p>
    </details>
  );
}
