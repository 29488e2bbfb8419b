// At the trimmer: the paper taken from the shelf, and what is left over and good for something.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { addPaper, giveBack, takeFor, type Brief, type Plan, type SheetCut } from "../../api/client";
import { bagPaperQuery, leftoversQuery, shelfQuery } from "../../api/queries";
import { usePapers } from "../../api/usePapers";
import { Failed } from "../../api/Failed";
import { Icon } from "../../drawings/Icon";
import { CutSheet } from "../../sheet/CutSheet";
import { SheetHatches } from "../../sheet/SheetPicture";
import { Figure } from "../../words/Figure";
import { sameSheet } from "./habits/sheets";
import { isRoll } from "../../words/kinds";

export function Leftovers({ bag, brief, plan }: { bag: number; brief: Brief; plan: Plan }) {
  const ready = plan.layout.fits;
  const queries = useQueryClient();
  const found = useQuery(leftoversQuery(brief));
  // An offcut is kept once.
  const [kept, setKept] = useState<ReadonlySet<unknown>>(new Set());
  const keep = useMutation({
    mutationFn: addPaper,
    onSuccess: (_, paper) => {
      setKept((before) => new Set(before).add(paper));
      return queries.invalidateQueries(shelfQuery());
    },
  });
  return (
    <div className="leftovers">
      {ready && <Sheets plan={plan} />}
      <TakePaper bag={bag} brief={brief} ready={ready} />
      <section aria-labelledby="leftovers-title">
        <h3 id="leftovers-title">What is left over</h3>
        <Failed asked={found} what="What is left over" />
        {found.data?.length === 0 && <p>Nothing that is worth keeping.</p>}
        <ul>
          {found.data?.map((leftover, index) => (
            <li key={`${index} ${leftover.space.size}`}>
              <strong className="leftover-size">
                <Figure text={leftover.space.size} />
              </strong>
              {leftover.count > 1 && ` from each of ${leftover.count} sheets`}
              <p>
                Good for <Figure text={leftover.uses.join("; ")} />.
              </p>
              <Button
                variant="remedy"
                disabled={keep.isPending || kept.has(leftover.paper)}
                onClick={() => keep.mutate(leftover.paper)}
              >
                {kept.has(leftover.paper) ? (
                  <>
                    <Icon name="tick" /> On the shelf
                  </>
                ) : (
                  "Keep it on the shelf"
                )}
                <span className="visually-hidden">: {leftover.space.size}</span>
              </Button>
            </li>
          ))}
        </ul>
        {keep.error && (
          <p className="alarm" role="alert">
            {keep.error.message}
          </p>
        )}
      </section>
    </div>
  );
}

/** Every sheet and how it is cut up, one cut after the other. */
function Sheets({ plan }: { plan: Plan }) {
  const { sheets, from_scrap } = plan.layout;
  const nameOf = ({ piece, small }: SheetCut["placed"][number]) =>
    small ?? plan.pieces[piece ?? 0]?.name.toLowerCase() ?? "";
  return (
    <section aria-labelledby="sheets-title">
      <SheetHatches />
      <h3 id="sheets-title">Sheets, cut by cut</h3>
      <ol className="cut-list">
        {sheets
          .filter((sheet) => !sheet.scrap)
          .map((sheet) => (
            <CutSheet
              key={sheet.letters}
              sheet={sheet}
              title={`${sheet.times > 1 ? "Sheets" : "Sheet"} ${sheet.letters}${sheet.side ? ", of the gussets’ paper" : ""}`}
              size={150}
              // As on the folded bag: every sheet has a hatching of its own.
              kindOf={({ piece }) => (typeof piece === "number" ? sheet.letters.charCodeAt(0) - 65 : 0)}
              nameOf={nameOf}
              labelOf={nameOf}
            />
          ))}
      </ol>
      {from_scrap.length > 0 && (
        <p>
          No room on these sheets for <Figure text={from_scrap.join("; ")} />: from another piece.
        </p>
      )}
    </section>
  );
}

/** Takes the bag's sheets from the paper it is cut from; what was taken can be put back. */
function TakePaper({ bag, brief, ready }: { bag: number; brief: Brief; ready: boolean }) {
  const queries = useQueryClient();
  const cut = useQuery(bagPaperQuery(bag));
  const { shelf, papers } = usePapers();
  const refresh = () =>
    Promise.all([queries.invalidateQueries(bagPaperQuery(bag)), queries.invalidateQueries(shelfQuery())]);
  const take = useMutation({ mutationFn: takeFor, onSettled: refresh });
  const back = useMutation({ mutationFn: () => giveBack(bag), onSettled: refresh });
  const problem = take.error ?? back.error;
  const kept = (sheet: Brief["sheet"]) =>
    sheet &&
    (papers.find((paper) => sameSheet(paper.sheet, sheet)) ??
      // A roll is cut to length, so its sheet is shorter than the roll.
      papers.find((paper) => isRoll(paper.paper) && paper.sheet.width === sheet.width));
  const paper = kept(brief.sheet);
  const side = kept(brief.side_sheet ?? undefined);
  const complete = paper && (side || !brief.side_sheet);
  return (
    <section className="take-paper" aria-label="Paper from the shelf">
      <Failed asked={cut} what="Whether its paper is taken" />
      <Failed asked={shelf} what="The shelf" />
      {cut.data ? (
        <p>
          <Icon name="tick" /> Taken from the shelf: {cut.data.says}.{" "}
          <Button variant="remedy" disabled={back.isPending} onClick={() => back.mutate()}>
            Put it back
          </Button>
        </p>
      ) : (
        complete &&
        ready && (
          <p>
            <Button
              variant="remedy"
              disabled={take.isPending}
              onClick={() => take.mutate({ bag, paper: paper.id, side_paper: side?.id })}
            >
              Take the paper: {paper.paper.name}
              {side && ` and ${side.paper.name}`}
            </Button>
          </p>
        )
      )}
      {problem && (
        <p className="alarm" role="alert">
          {problem.message}
        </p>
      )}
    </section>
  );
}
