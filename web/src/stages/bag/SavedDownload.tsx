// A download of the bag as it stands: it is saved first, and nothing is downloaded if that does not succeed.

import { useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";

export function SavedDownload(props: {
  href: string;
  save: () => Promise<boolean>;
  variant: string;
  className?: string;
  title?: string;
  children: ReactNode;
}) {
  const [refused, setRefused] = useState(false);
  return (
    <span className="saved-download">
      <Button
        variant={props.variant}
        className={props.className}
        title={props.title}
        onClick={async () => {
          const kept = await props.save();
          setRefused(!kept);
          if (kept) fetchFile(props.href);
        }}
      >
        {props.children}
      </Button>
      {refused && (
        <span className="download-refused" role="alert">
          Not downloaded: the bag as it stands is not saved, and the file would show the one before.
          <Button variant="remedy" onClick={() => setRefused(false)}>
            Close
          </Button>
        </span>
      )}
    </span>
  );
}

/** Lets the browser save the file under the name the service gives it. */
function fetchFile(href: string) {
  const link = document.createElement("a");
  link.href = href;
  link.download = "";
  link.click();
}
