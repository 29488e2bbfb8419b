// What is made, of which paper, and whether the shelf has enough of it.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { updatePaper, type Run, type RunDraft, type RunLine, type RunNeed } from "../../api/client";
import { moreQuery, runQuery, shelfQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { Working } from "../../api/Working";
import { useBags } from "../../api/useBags";
import { usePapers, type UsablePaper } from "../../api/usePapers";
import { CountField } from "../../drawings/CountField";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { Figure } from "../../words/Figure";
import { useFocusKept } from "../../shared/useFocusKept";
import { useTold } from "./Changing";

type Change = (edit: (draft: RunDraft) => RunDraft) => void;
type Line = NonNullable<RunDraft["lines"]>[number];

/** A line that is taken off takes its button with it: the heading of its part is where one goes on from. */
const SECTIONS = {
  parts: "section",
  to: (part: HTMLElement | null, page: HTMLElement) => (part ?? page).querySelector<HTMLElement>("h2"),
};

export function Making({ run, asked, change }: { run: Run; asked: RunDraft; change: Change }) {
  const { papers } = usePapers();
  const lines = asked.lines ?? [];
  const bags = lines.reduce((sum, line) => sum + line.copies, 0);
  const told = useTold(run, asked, change);
  const page = useRef<HTMLDivElement>(null);
  useFocusKept(page, SECTIONS);
  const edited = (place: number, edit: (line: Line) => Line) => (draft: RunDraft) => ({
    ...draft,
    lines: (draft.lines ?? []).map((line, n) => (n === place ? edit(line) : line)),
  });
  return (
    <div className="making" ref={page}>
      {told.panel}
      {told.failed && (
        <p className="alarm" role="alert">
          {told.failed.message}
        </p>
      )}
      <section aria-label="What is made">
        <h2 tabIndex={-1}>What is made</h2>
        {lines.length === 0 && <p>Nothing yet: choose a bag below, and say how many.</p>}
        <ul className="run-lines">
          {lines.map((line, place) => {
            const own = run.lines.find((other) => other.line === line.line);
            return (
              own && (
                <MadeLine
                  key={own.line}
                  line={line}
                  own={own}
                  papers={papers}
                  most={500 - bags + line.copies}
                  onChange={(edit) => {
                    const whole = edited(place, edit);
                    // Another count loses nothing; what is made otherwise touches what is begun, and is told first.
                    if (own.begun > 0 && edit(line).copies === line.copies) told.tell(whole);
                    else change(whole);
                  }}
                  onRemove={() => {
                    const without = (draft: RunDraft) => ({
                      ...draft,
                      lines: (draft.lines ?? []).filter((_, n) => n !== place),
                    });
                    if (own.begun > 0) told.tell(without);
                    else change(without);
                  }}
                />
              )
            );
          })}
        </ul>
        <AddLine
          room={Math.min(50 - lines.length, 500 - bags)}
          onAdd={(bag) =>
            change((draft) => ({
              ...draft,
              lines: [...(draft.lines ?? []), { bag, copies: 1, paper: null }],
            }))
          }
        />
      </section>
      <PaperForIt run={run} asked={asked} papers={papers} change={change} />
    </div>
  );
}

function PaperForIt(props: { run: Run; asked: RunDraft; papers: UsablePaper[]; change: Change }) {
  const { run, asked, papers, change } = props;
  return (
    <section aria-label="Paper">
      <h2 tabIndex={-1}>Paper for it</h2>
      {run.papers.length === 0 && run.lines.length > 0 && <p>Everything is cut.</p>}
      <ul className="run-needs">
        {run.papers.map((need) => (
          <Need key={`${need.paper} ${need.name}`} need={need} papers={papers} run={run} />
        ))}
      </ul>
      <MorePaper run={run} change={change} />
      <label className="run-holds">
        <input
          type="checkbox"
          checked={asked.holds ?? true}
          onChange={(event) => {
            const holds = event.target.checked;
            change((draft) => ({ ...draft, holds }));
          }}
        />
        Hold this paper: later runs do not count on it
      </label>
      {run.besides.length > 0 && (
        <>
          <h3>Besides</h3>
          <ul className="run-besides">
            {run.besides.map((item) => (
              <li key={item}>
                <Figure text={item} />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function MadeLine(props: {
  line: Line;
  own: RunLine;
  papers: UsablePaper[];
  most: number;
  onChange: (edit: (line: Line) => Line) => void;
  onRemove: () => void;
}) {
  const { line, own, papers, most, onChange, onRemove } = props;
  return (
    <li>
      <div className="run-line-words">
        <strong>{own.name}</strong>
        <span className="run-line-size">
          <Figure text={own.size} />
        </span>
        <PaperChoice
          word="from"
          name={`Paper for ${own.name}`}
          asked={line.paper}
          chosen={own.paper}
          called={own.paper_name}
          papers={papers}
          onPaper={(paper) => onChange((before) => ({ ...before, paper }))}
        />
        {own.side_name && (
          <PaperChoice
            word="gussets from"
            name={`Paper for the gussets of ${own.name}`}
            asked={line.side_paper}
            chosen={own.side_paper}
            called={own.side_name}
            papers={papers}
            onPaper={(side_paper) => onChange((before) => ({ ...before, side_paper }))}
          />
        )}
        {own.differs.length > 0 && (
          <small>
            Here with <Figure text={own.differs.join(", ")} />.
          </small>
        )}
        {own.blocked && (
          <span className="is-blocked">
            <Icon name="blocks" label="Cannot be made so" /> {own.blocked}.{" "}
            <Button variant="remedy" onClick={() => onChange((before) => ({ ...before, paper: null }))}>
              Find a paper
            </Button>
          </span>
        )}
        {own.over && (
          <span>
            <Icon name="warns" label="Mind" /> <Figure text={own.over} />
          </span>
        )}
        {own.changed && (
          <span>
            The bag has been changed since.{" "}
            <Button variant="remedy" onClick={() => onChange((before) => ({ ...before, renew: true }))}>
              Make it as it is now
            </Button>
          </span>
        )}
      </div>
      <CountField
        name={own.name}
        count={line.copies}
        least={1}
        most={most}
        onCount={(copies) => onChange((before) => ({ ...before, copies }))}
      />
      <span className="run-line-made">
        {own.made} made
        {own.begun > own.made && <small>{own.begun} begun</small>}
        <small>{own.each} each</small>
      </span>
      <ToolButton icon="bin" name={`Take ${own.name} off the run`} onClick={onRemove} />
    </li>
  );
}

function PaperChoice(props: {
  word: string;
  name: string;
  /** The paper that is asked for, and the one it is made of. */
  asked: number | null | undefined;
  chosen: number | null | undefined;
  called: string;
  papers: UsablePaper[];
  onPaper: (paper: number | null) => void;
}) {
  const { word, name, asked, chosen, called, papers, onPaper } = props;
  return (
    <label>
      <span>{word} </span>
      <select
        aria-label={name}
        value={asked ?? ""}
        onChange={(event) => onPaper(event.target.value === "" ? null : Number(event.target.value))}
      >
        {papers.some((paper) => paper.id === chosen) ? null : <option value={asked ?? ""}>{called}</option>}
        {papers.map((paper) => (
          <option key={paper.id} value={paper.id}>
            {paper.paper.name}, {paper.size}
          </option>
        ))}
      </select>
    </label>
  );
}

function AddLine({ room, onAdd }: { room: number; onAdd: (bag: number) => void }) {
  const { bags, pages } = useBags();
  const [chosen, setChosen] = useState("");
  const readable = bags?.filter((bag) => bag.slip.readable) ?? [];
  if (bags?.length === 0) {
    return (
      <p>
        There is no bag to make yet. <Link to="/">Draft the first one.</Link>
      </p>
    );
  }
  return (
    <form
      className="add-line"
      onSubmit={(event) => {
        event.preventDefault();
        if (chosen) onAdd(Number(chosen));
        setChosen("");
      }}
    >
      <select
        aria-label="Another bag"
        value={chosen}
        onChange={(event) => setChosen(event.target.value)}
        disabled={room < 1}
      >
        <option value="">Another bag…</option>
        {readable.map((bag) => (
          <option key={bag.id} value={bag.id}>
            {bag.name}, {bag.slip.size.join(" × ")} {bag.slip.unit}
          </option>
        ))}
      </select>
      <Button type="submit" variant="remedy" disabled={!chosen || room < 1}>
        <Icon name="plus" /> Put it on the run
      </Button>
      {pages.hasNextPage && (
        <Button variant="remedy" onClick={() => void pages.fetchNextPage()}>
          Show older bags
        </Button>
      )}
      {room < 1 && <small>A run has up to 50 lines and 500 bags.</small>}
    </form>
  );
}

/** What else the paper would make: asked for, since it takes a while. */
function MorePaper({ run, change }: { run: Run; change: Change }) {
  const [wanted, setWanted] = useState(false);
  const more = useQuery({ ...moreQuery(run), enabled: wanted });
  if (run.lines.length === 0) return null;
  if (!wanted) {
    return (
      <Button variant="remedy" onClick={() => setWanted(true)}>
        What else would this paper make?
      </Button>
    );
  }
  return (
    <div className="more-paper">
      <Working asked={more} doing="Trying how many more come out" />
      <Failed asked={more} what="What else the paper makes" />
      {more.data?.length === 0 && <p>Nothing more of any of these bags.</p>}
      <ul>
        {more.data?.map((one) => (
          <li key={one.line}>
            <span>{one.says}.</span>
            <Button
              variant="remedy"
              onClick={() =>
                change((draft) => ({
                  ...draft,
                  lines: (draft.lines ?? []).map((line) =>
                    line.line === one.line ? { ...line, copies: line.copies + one.more } : line,
                  ),
                }))
              }
            >
              Make {one.more} more
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Need({ need, papers, run }: { need: RunNeed; papers: UsablePaper[]; run: Run }) {
  const queries = useQueryClient();
  const paper = papers.find((own) => own.id === need.paper);
  const bought = useMutation({
    mutationFn: (whole: NonNullable<RunNeed["bought"]>) => updatePaper(paper!.id, paper!.revision, whole),
    onSettled: async () => {
      await queries.invalidateQueries(shelfQuery());
      await queries.invalidateQueries(runQuery(run.id));
    },
  });
  return (
    <li className={need.short ? "is-short" : ""}>
      {paper && <Stack paper={paper} />}
      <div>
        <strong>{need.name}</strong>
        <span className="run-need-figures">
          <b>
            <Figure text={need.takes} />
          </b>{" "}
          to cut, <Figure text={need.there} /> there
        </span>
        {need.held && (
          <span>
            Held for what comes first: <Figure text={need.held} />
          </span>
        )}
        {need.takes_held && (
          <span>
            <Icon name="warns" label="Mind" /> <Figure text={need.takes_held} />
          </span>
        )}
        {need.taken && (
          <span>
            <Figure text={need.taken} /> cut already
          </span>
        )}
        <small>
          <Figure text={need.least} />
        </small>
        {need.short ? (
          <span className="is-blocked">
            <Icon name="warns" label="Missing" /> Buy <Figure text={need.short} />.{" "}
            {paper && need.bought && (
              <Button
                variant="remedy"
                disabled={bought.isPending}
                onClick={() => bought.mutate(need.bought!)}
              >
                Bought: put it on the shelf
              </Button>
            )}
          </span>
        ) : (
          <span>
            <Figure text={need.left ?? ""} /> left over
          </span>
        )}
        {bought.error && <span className="alarm">{bought.error.message}</span>}
      </div>
    </li>
  );
}

/** A paper to scale, a few of its sheets lying one over another. */
function Stack({ paper }: { paper: UsablePaper }) {
  const [width = 1, height = 1] = paper.mm;
  const scale = 64 / Math.max(width, Math.min(height, 500), 305);
  const [wide, tall] = [width * scale, Math.min(height, 500) * scale];
  return (
    <svg className="paper-stack" width={76} height={76} viewBox="0 0 76 76" aria-hidden="true">
      {[6, 3, 0].map((off) => (
        <rect key={off} className="sheet" x={2 + off} y={74 - tall - off} width={wide} height={tall} />
      ))}
    </svg>
  );
}
