// One file that can be taken along: a press fetches it, and it is saved or it is said why not.

import { useState } from "react";
import { fetchFile, type TakenFile } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { MEDIA } from "../../words/media";

export function TakenRow({ file, query }: { file: TakenFile; query: string }) {
  const [state, setState] = useState<{ busy?: boolean; failed?: string; saved?: string }>({});
  const href = query === "" ? file.href : `${file.href}?${query}`;
  const take = async () => {
    if (state.busy) return;
    setState({ busy: true });
    try {
      setState({ saved: await fetchFile(href) });
    } catch (error) {
      setState({ failed: error instanceof Error ? error.message : "It could not be fetched." });
    }
  };
  return (
    <li>
      <a
        href={href}
        download=""
        aria-busy={state.busy ?? false}
        onClick={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        <Icon name={state.saved ? "tick" : "download"} />
        <strong>{file.title}</strong>
        <span className="take-kind">{MEDIA[file.media]}</span>
        <small>{state.busy ? "Being written…" : file.good_for}</small>
      </a>
      {state.saved && (
        <small className="take-saved" role="status">
          Saved as {state.saved}
        </small>
      )}
      {state.failed && (
        <p className="alarm" role="alert">
          Not saved: {state.failed}
        </p>
      )}
    </li>
  );
}
