// The journal: a made bag is measured in a few presses, and what the hands do every time is drawn.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Button } from "react-bootstrap";
import {
  bringEntry,
  leaveHandRule,
  pictureUrl,
  setPicture,
  takeHandRule,
  takeEntry,
  type HandRule,
  type Entry,
} from "../../api/client";
import { HAND, journalQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { PageHead } from "../../drawings/PageHead";
import { ToolButton } from "../../drawings/ToolButton";
import { UndoToast } from "../../drawings/UndoToast";
import { Figure } from "../../words/Figure";
import { spokenDay } from "../../shared/days";
import { EntryForm } from "./EntryForm";

const Plots = lazy(() => import("./Plots"));

export function JournalView() {
  const queries = useQueryClient();
  const journal = useQuery(journalQuery());
  const refresh = async () => {
    await queries.invalidateQueries({ queryKey: HAND });
    await queries.invalidateQueries(journalQuery());
  };
  const [gone, setGone] = useState<Entry | null>(null);
  const take = useMutation({
    mutationFn: (entry: Entry) => takeEntry(entry.id),
    onSuccess: (_, entry) => (setGone(entry), refresh()),
  });
  const bring = useMutation({ mutationFn: bringEntry, onSuccess: () => (setGone(null), refresh()) });
  const picture = useMutation({
    mutationFn: ({ entry, file }: { entry: number; file: File }) => setPicture(entry, file),
    onSuccess: refresh,
  });
  const keep = useMutation({ mutationFn: (one: HandRule) => takeHandRule(one.id), onSuccess: refresh });
  const leave = useMutation({ mutationFn: (one: HandRule) => leaveHandRule(one.id), onSuccess: refresh });
  const problem = keep.error ?? leave.error ?? take.error ?? bring.error ?? picture.error;
  const entries = journal.data?.entries ?? [];
  return (
    <div className="shelf journal">
      <PageHead title="Journal" />
      <main>
        <EntryForm onKept={refresh} />
        <Failed asked={journal} what="The journal" />
        {problem && (
          <p className="alarm" role="alert">
            {problem.message}
          </p>
        )}
        {journal.data && (
          <section aria-label="What the hands teach">
            <h2>What the hands teach</h2>
            {entries.length === 0 ? (
              <p>Nothing has been measured yet. Three measures of a made bag are a beginning.</p>
            ) : (
              <Suspense fallback={<p aria-busy="true">Drawing…</p>}>
                <Plots drifts={journal.data.drifts} enough={journal.data.enough} onTake={keep.mutate} />
              </Suspense>
            )}
          </section>
        )}
        {(journal.data?.hand_rules.length ?? 0) > 0 && (
          <section aria-label="Hand rules">
            <h2>Taken off for your hands</h2>
            <ul className="journal-hand-rules">
              {journal.data?.hand_rules.map((one) => (
                <li key={one.id}>
                  <span>
                    <Figure text={one.says} />
                  </span>
                  <Button variant="remedy" onClick={() => leave.mutate(one)}>
                    Leave it out
                  </Button>
                </li>
              ))}
            </ul>
            <p className="plots-enough">
              Bags that were planned with it keep it, until it is taken out of their habits.
            </p>
          </section>
        )}
        {(journal.data?.papers.length ?? 0) > 0 && (
          <section aria-label="Papers">
            <h2>Papers, and what became of them</h2>
            <ul className="journal-papers">
              {journal.data?.papers.map((paper) => (
                <li key={paper.name}>
                  <strong>{paper.name}</strong>
                  <span>
                    <Figure text={paper.says} />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {entries.length > 0 && (
          <section aria-label="Made bags">
            <h2>
              Made bags{" "}
              <small>
                {journal.data!.total > entries.length
                  ? `the last ${entries.length} of ${journal.data!.total}`
                  : entries.length}
              </small>
            </h2>
            <ul className="entries">
              {entries.map((entry) => (
                <li key={entry.id}>
                  {entry.pictured && (
                    <img
                      src={pictureUrl(entry.id, entry.revision)}
                      alt={`${entry.name}, ${entry.made}`}
                      loading="lazy"
                    />
                  )}
                  <div>
                    <strong>{entry.name}</strong>
                    <span className="entry-planned">
                      <Figure text={entry.planned.join(" × ")} />
                    </span>
                    <small>
                      {spokenDay(entry.made)}
                      {entry.paper ? `, ${entry.paper}` : ""}
                    </small>
                    <p>
                      <Figure text={entry.says.join("; ")} />
                    </p>
                    {entry.text.note && <p className="entry-note">{entry.text.note}</p>}
                  </div>
                  <span className="entry-tools">
                    <label className="entry-picture">
                      <span>{entry.pictured ? "Another picture" : "A picture"}</span>
                      <input
                        type="file"
                        accept="image/jpeg,image/png,image/webp"
                        aria-label={`Picture of ${entry.name}, ${entry.made}`}
                        onChange={(event) => {
                          const file = event.target.files?.[0];
                          event.target.value = "";
                          if (file) picture.mutate({ entry: entry.id, file });
                        }}
                      />
                    </label>
                    <ToolButton
                      icon="bin"
                      name={`Take ${entry.name}, ${entry.made} out`}
                      onClick={() => take.mutate(entry)}
                    />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </main>
      <UndoToast
        says={gone && `“${gone.name}” is out of the journal.`}
        onBack={() => gone && bring.mutate(gone.id)}
        onClose={() => setGone(null)}
      />
    </div>
  );
}
