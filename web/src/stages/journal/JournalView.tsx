// The journal: a made bag is measured in a few presses, and what the hands do every time is drawn.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import {
  bringEntry,
  leaveHandRule,
  setPicture,
  takeHandRule,
  takeEntry,
  type HandRule,
  type Entry,
} from "../../api/client";
import { HAND, journalQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { PageHead } from "../../drawings/PageHead";
import { UndoToast } from "../../drawings/UndoToast";
import { EntryForm } from "./EntryForm";
import { HandRules, PapersSeen } from "./Taught";
import { MadeBags } from "./MadeBags";

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
        {journal.data && <HandRules rules={journal.data.hand_rules} onLeave={leave.mutate} />}
        {journal.data && <PapersSeen papers={journal.data.papers} />}
        {journal.data && (
          <MadeBags
            journal={journal.data}
            onPicture={(entry, file) => picture.mutate({ entry, file })}
            onTake={take.mutate}
          />
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
