// The papers a crafter owns, every sheet drawn to one scale.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { addPaper, bringPaper, takePaper, updatePaper, type PaperText } from "../../api/client";
import { shelfQuery } from "../../api/queries";
import { Icon } from "../../drawings/Icon";
import { PageHead } from "../../drawings/PageHead";
import { UndoToast } from "../../drawings/UndoToast";
import { useFocusKept } from "../../shared/useFocusKept";
import { Guides } from "./Guides";
import { ImportShelf } from "./ImportShelf";
import { PaperForm } from "./PaperForm";
import { PaperSlip } from "./PaperSlip";
import { UnreadableSlip } from "./UnreadableSlip";

type Named = { id: number; revision: number; name: string };
type Written = { id: number; revision: number; paper: PaperText };

/** A form that is shut gives the focus back to what opened it; where a slip is gone, to the slips. */
const SLIPS = {
  parts: ".paper-slip",
  to: (part: HTMLElement | null, page: HTMLElement) =>
    part?.querySelector<HTMLElement>("[aria-expanded]") ?? page.querySelector<HTMLElement>(".papers"),
};

/** The shelf, and what can be done to it. */
function useShelf() {
  const queries = useQueryClient();
  const shelf = useQuery({ ...shelfQuery(), refetchOnMount: "always" });
  const [taken, setTaken] = useState<Named | null>(null);
  const refresh = () => queries.invalidateQueries(shelfQuery());
  const add = useMutation({ mutationFn: addPaper, onSuccess: refresh });
  const change = useMutation({
    mutationFn: ({ id, revision, paper }: Written) => updatePaper(id, revision, paper),
    onSettled: refresh,
  });
  const take = useMutation({
    mutationFn: (paper: Named) => takePaper(paper),
    onSuccess: (_, paper) => setTaken(paper),
    // Whoever was too late is shown the paper as it is now.
    onSettled: refresh,
  });
  const bring = useMutation({
    mutationFn: bringPaper,
    onSuccess: () => {
      setTaken(null);
      return refresh();
    },
  });
  const problem = shelf.error ?? change.error ?? take.error ?? bring.error;
  return { shelf, add, change, take, bring, taken, forget: () => setTaken(null), refresh, problem };
}

export function ShelfView() {
  const { shelf, add, change, take, bring, taken, forget, refresh, problem } = useShelf();
  const [adding, setAdding] = useState(false);
  const page = useRef<HTMLDivElement>(null);
  useFocusKept(page, SLIPS);
  const papers = shelf.data?.papers ?? [];
  const unreadable = shelf.data?.unreadable ?? [];
  // One scale for all, so that a small pad looks small.
  const widest = Math.max(1, ...papers.map((paper) => paper.mm[0] ?? 0));

  return (
    <div className="shelf" ref={page}>
      <PageHead title="Paper shelf" />
      <main>
        {problem && (
          <p className="alarm" role="alert">
            {problem.message}
          </p>
        )}
        {shelf.data && papers.length + unreadable.length === 0 && (
          <p>The shelf is empty. Put the first paper on it, or read a list of papers in below.</p>
        )}
        <ul className="papers" aria-label="Papers" tabIndex={-1}>
          {papers.map((paper) => (
            <PaperSlip
              key={paper.id}
              paper={paper}
              widest={widest}
              onChange={(text) => change.mutateAsync({ ...paper, paper: text })}
              onTake={() => take.mutate({ ...paper, name: paper.paper.name })}
            />
          ))}
          {unreadable.map((paper) => (
            <UnreadableSlip
              key={paper.id}
              paper={paper}
              onChange={(text) => change.mutateAsync({ ...paper, paper: text })}
              onTake={() => take.mutate(paper)}
            />
          ))}
          <li className={adding ? "paper-slip is-open" : "paper-slip is-new"}>
            {adding ? (
              <PaperForm
                action="Put it on the shelf"
                save={add.mutateAsync}
                onClose={() => setAdding(false)}
              />
            ) : (
              <button type="button" aria-expanded={false} onClick={() => setAdding(true)}>
                <Icon name="plus" />
                <span>Another paper</span>
              </button>
            )}
          </li>
        </ul>
        <Guides isLaidOut={shelf.isSuccess} />
        <ImportShelf onKept={refresh} />
      </main>
      <UndoToast
        says={taken && `“${taken.name}” is off the shelf.`}
        onBack={() => taken && bring.mutate(taken.id)}
        onClose={forget}
      />
    </div>
  );
}
