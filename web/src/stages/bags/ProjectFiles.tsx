// All bags, papers and guides out as one file, and in again after a look at what it would change.

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { fetchFile, importProject, previewProject, type Project } from "../../api/client";
import { FilePick } from "../../drawings/FilePick";
import { Figure } from "../../words/Figure";

const BECOMES = {
  added: "is added",
  renamed: "is added under this name: another of its name is there",
  there: "is there already",
} as const;

export function ProjectFiles({ empty, onAdded }: { empty: boolean; onAdded: () => unknown }) {
  const [text, setText] = useState("");
  const look = useMutation({ mutationFn: previewProject });
  const add = useMutation({
    mutationFn: importProject,
    onSuccess: () => {
      look.reset();
      return onAdded();
    },
  });
  const out = useMutation({ mutationFn: () => fetchFile("/api/project") });
  const pick = (read: string) => {
    add.reset();
    setText(read);
    look.mutate(read);
  };
  const problem = look.error ?? add.error ?? out.error;
  return (
    <section className="project-files" aria-labelledby="project-title">
      <h2 id="project-title">Carry bags along</h2>
      <p>
        {empty ? (
          "Bags, papers and guides from another Wide Fold come in as a project file."
        ) : (
          <>
            <Button variant="remedy" disabled={out.isPending} onClick={() => out.mutate()}>
              Save all bags and papers as one file
            </Button>{" "}
            or bring in what such a file holds.
          </>
        )}
      </p>
      <FilePick says="Read a project file" accept=".json,application/json" onText={pick} />
      {out.data && <p role="status">Saved as {out.data}</p>}
      {look.isPending && <p aria-busy="true">Reading the file…</p>}
      {problem && (
        <p className="alarm" role="alert">
          {out.error ? "Not saved: " : "Nothing was brought in: "}
          {problem.message}
        </p>
      )}
      {look.data && (
        <Preview
          project={look.data}
          busy={add.isPending}
          onAdd={() => add.mutate(text)}
          onLeave={() => look.reset()}
        />
      )}
      {add.data && <p role="status">{count(add.data.added)} added. What was there is as it was.</p>}
    </section>
  );
}

const count = (n: number) => (n === 1 ? "One part of the file is" : `${n} parts of the file are`);

function Preview(props: { project: Project; busy: boolean; onAdd: () => void; onLeave: () => void }) {
  const { project, busy, onAdd, onLeave } = props;
  const lists = [
    { title: "Bags", parts: project.bags },
    { title: "Papers", parts: project.papers },
    { title: "Guides", parts: project.guides },
  ].filter(({ parts }) => parts.length > 0);
  return (
    <div className="project-preview" role="group" aria-label="What the file would change">
      {lists.length === 0 && <p>There is nothing in this file.</p>}
      {lists.map(({ title, parts }) => (
        <section key={title}>
          <h3>{title}</h3>
          <ul>
            {parts.map((part, index) => (
              <li key={`${index} ${part.name}`} className={`is-${part.becomes}`}>
                <strong>{part.name}</strong>
                <Figure text={part.says} />
                <small>{BECOMES[part.becomes]}</small>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p>Nothing that is there is changed.</p>
      {project.added > 0 && (
        <Button variant="ink" disabled={busy} onClick={onAdd}>
          {busy ? "Being added…" : `Add ${project.added === 1 ? "it" : `these ${project.added}`}`}
        </Button>
      )}{" "}
      <Button variant="remedy" onClick={onLeave}>
        {project.added > 0 ? "Leave it" : "Close"}
      </Button>
    </div>
  );
}
