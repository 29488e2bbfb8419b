// From somebody's figures to the bag: what was heard is typed as it was said, and every bag that explains it is shown.

import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import { useLocation, useNavigate } from "react-router";
import { createBag, hear, type Brief, type Heard } from "../../api/client";
import { usePapers } from "../../api/usePapers";
import { useStanding } from "../../api/useStanding";
import { PageHead } from "../../drawings/PageHead";
import { Pick } from "../../drawings/Pick";
import { ToolButton } from "../../drawings/ToolButton";
import { useHistory } from "../../shared/useHistory";
import { UNITS } from "../../words/units";
import { replaced, withScore, withSheet } from "./edit";
import { Gloss } from "./Gloss";
import { HeardSheet } from "./HeardSheet";
import { Readings } from "./Readings";

/** Words that have stood for so many milliseconds are said to their end. */
const STANDS = 250;

type UnitName = NonNullable<Brief["unit"]>;

/** Usual sheets, as they are said where so is measured. */
const SHEETS: Record<UnitName, string[]> = {
  inch: ["12 × 12", "6 × 6", "8½ × 11", "A4"],
  metric: ["A4", "A3", "30 × 30 cm", "15 × 15 cm"],
};

/** How it may be said where so is measured. */
const FOR_EXAMPLE: Record<UnitName, string> = {
  inch: "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2",
  metric: "297 × 210, score at 50, 142, 192 and 284, turn, score at 50",
};

/** What somebody said of a tea bowl's bag; one figure was misheard. */
const CARD = "Two sheets 8¾ × 8¼, score both at 6 and 7¼, turn, score at 2¼ from the bottom";

/** What was said, and the unit of figures that name none. */
interface Said {
  words: string;
  unit: UnitName;
}

const NOTHING_DRAWN: Heard["drawn"] = { lines: [] };

export function HeardView() {
  const navigate = useNavigate();
  const carried = useLocation().state as { words?: string; unit?: UnitName } | null;
  const begun: Said = { words: carried?.words ?? "", unit: carried?.unit ?? "inch" };
  const { present: said, change, undo, redo, canUndo } = useHistory("heard", begun);
  const { words, unit } = said;
  const say = (next: string, key = "") => change((now) => ({ ...now, words: next }), key);
  const asked = useStanding(words.trim() === "" ? null : said, STANDS);
  const found = useQuery({
    queryKey: ["heard", asked],
    queryFn: ({ signal }) => (asked === null ? null : hear(asked, signal)),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const make = useMutation({ mutationFn: createBag, onSuccess: (bag) => navigate(`/bags/${bag.id}`) });
  useUndoKeys(undo, redo);
  const answer = asked === null || found.error ? null : (found.data ?? null);
  // What cannot be read is not drawn, and what was read before is not what was said.
  const [drawn, setDrawn] = useState<Heard["drawn"]>(NOTHING_DRAWN);
  const shown = asked === null || found.error ? NOTHING_DRAWN : (answer?.drawn ?? drawn);
  if (shown !== drawn) setDrawn(shown);
  // What is shown belongs to words said before: nothing of it may change the words as they are now.
  const stale = found.isPlaceholderData || asked !== said;
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
              placeholder={FOR_EXAMPLE[unit]}
              spellCheck={false}
              aria-invalid={found.error ? true : undefined}
              onChange={(event) => say(event.target.value, "typing")}
            />
            <SheetTools unit={unit} disabled={words.trim() !== "" && stale} onSheet={sayingSheet}>
              <Pick
                name="Measured in"
                value={unit}
                options={UNITS}
                onPick={(picked) => change((now) => ({ ...now, unit: picked }))}
              />
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
function SheetTools(props: {
  unit: UnitName;
  disabled: boolean;
  onSheet: (sheet: string) => void;
  children: ReactNode;
}) {
  const { unit, disabled, onSheet, children } = props;
  const { papers } = usePapers();
  return (
    <div className="heard-tools">
      <span>Sheet</span>
      {SHEETS[unit].map((sheet) => (
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
