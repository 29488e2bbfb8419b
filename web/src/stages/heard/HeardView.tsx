// From somebody's figures to the bag: what was heard is typed as it was said, and every bag that explains it is shown.

import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import { useLocation, useNavigate } from "react-router";
import { createBag, hear, type Heard } from "../../api/client";
import { usePapers } from "../../api/usePapers";
import { useStanding } from "../../api/useStanding";
import { PageHead } from "../../drawings/PageHead";
import { ToolButton } from "../../drawings/ToolButton";
import { useHistory } from "../../shared/useHistory";
import { replaced, withScore, withSheet } from "./edit";
import { Gloss } from "./Gloss";
import { HeardSheet } from "./HeardSheet";
import { Readings } from "./Readings";

/** Words that have stood for so many milliseconds are said to their end. */
const STANDS = 250;

const SHEETS = ["12 × 12", "6 × 6", "8½ × 11", "A4"];

/** What somebody said of a tea bowl's bag; one figure was misheard. */
const CARD = "Two sheets 8¾ × 8¼, score both at 6 and 7¼, turn, score at 2¼ from the bottom";

const NOTHING_DRAWN: Heard["drawn"] = { lines: [] };

export function HeardView() {
  const navigate = useNavigate();
  const carried = useLocation().state as { words?: string } | null;
  const { present: words, set: say, undo, redo, canUndo } = useHistory("heard", carried?.words ?? "");
  const asked = useStanding(words.trim() === "" ? null : words, STANDS);
  const found = useQuery({
    queryKey: ["heard", asked],
    queryFn: ({ signal }) => (asked === null ? null : hear({ words: asked }, signal)),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const make = useMutation({ mutationFn: createBag, onSuccess: (bag) => navigate(`/bags/${bag.id}`) });
  useUndoKeys(undo, redo);
  const answer = asked === null || found.error ? null : (found.data ?? null);
  // What cannot be read leaves the drawing as it was.
  const [drawn, setDrawn] = useState<Heard["drawn"]>(NOTHING_DRAWN);
  const shown = asked === null ? NOTHING_DRAWN : (answer?.drawn ?? drawn);
  if (shown !== drawn) setDrawn(shown);
  // What is shown belongs to words said before: nothing of it may change the words as they are now.
  const stale = found.isPlaceholderData || asked !== words;
  const sayingSheet = (sheet: string) => say(withSheet(words, answer?.drawn.sheet, sheet));
  return (
    <div className="shelf heard">
      <PageHead title="Start from somebody’s figures" />
      <main>
        <div className="heard-desk">
          <section className="heard-words" aria-label="What you heard">
            <label htmlFor="heard-words">What you heard, as it was said</label>
            <textarea
              id="heard-words"
              rows={4}
              maxLength={2000}
              value={words}
              placeholder="12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2"
              spellCheck={false}
              aria-invalid={found.error ? true : undefined}
              onChange={(event) => say(event.target.value, "typing")}
            />
            <SheetTools disabled={words.trim() !== "" && stale} onSheet={sayingSheet}>
              <ToolButton icon="undo" name="Undo" title="Undo (Ctrl+Z)" disabled={!canUndo} onClick={undo} />
            </SheetTools>
            {(found.error ?? make.error) && (
              <p className="alarm" role="alert">
                {(found.error ?? make.error)?.message}
              </p>
            )}
            {words.trim() === "" && <Empty onWords={say} />}
            {answer && !stale && <Gloss words={words} phrases={answer.phrases} />}
          </section>
          <HeardSheet
            drawn={shown}
            onFigure={(line, text) => {
              if (!stale) say(replaced(words, line.place, text));
            }}
            onSheet={(text) => {
              if (!stale || words.trim() === "") sayingSheet(text);
            }}
            onScore={(axis, text) => say(withScore(words, axis, text))}
          />
        </div>
        <div aria-live="polite" aria-busy={found.isFetching}>
          {answer && (
            <Readings
              heard={answer}
              stale={stale}
              onWords={(next) => say(next)}
              onMake={(reading) => make.mutate({ name: "", brief: reading.brief })}
            />
          )}
        </div>
      </main>
    </div>
  );
}

/** Undo and redo with the usual keys: what is undone is what was said, not a letter of it. */
function useUndoKeys(undo: () => void, redo: () => void) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo]);
}

/** Usual sheets, and those of the shelf, to be said with one press. */
function SheetTools(props: { disabled: boolean; onSheet: (sheet: string) => void; children: ReactNode }) {
  const { disabled, onSheet, children } = props;
  const { papers } = usePapers();
  return (
    <div className="heard-tools">
      <span>Sheet</span>
      {SHEETS.map((sheet) => (
        <Button key={sheet} variant="remedy" disabled={disabled} onClick={() => onSheet(sheet)}>
          {sheet}
        </Button>
      ))}
      {papers.length > 0 && (
        <select
          aria-label="A paper of the shelf"
          value=""
          disabled={disabled}
          onChange={(event) => {
            const paper = papers.find(({ id }) => id === Number(event.target.value));
            if (paper) onSheet(`${paper.sheet.width} × ${paper.sheet.height}`);
          }}
        >
          <option value="" disabled>
            from my shelf…
          </option>
          {papers.map(({ id, paper }) => (
            <option key={id} value={id}>
              {paper.name}
            </option>
          ))}
        </select>
      )}
      {children}
    </div>
  );
}

function Empty({ onWords }: { onWords: (words: string) => void }) {
  return (
    <div className="heard-empty">
      <p>
        Say the sheet and how many, the scores in their order, when it is turned, and from which end they are
        measured. Every phrase is shown with what was understood of it.
      </p>
      <Button variant="remedy" onClick={() => onWords(CARD)}>
        Try it with a card from the packing table
      </Button>
    </div>
  );
}
