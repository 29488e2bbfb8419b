// A made bag goes into the journal: measures by how far they are off, one press each, or typed.

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { Link } from "react-router";
import { Refused, addEntry, type EntryText } from "../../api/client";
import { useBags } from "../../api/useBags";
import { usePapers } from "../../api/usePapers";
import { Figure } from "../../words/Figure";
import { inDays } from "../../shared/days";
import { RULERS, marksOf, said, sent, type Unit } from "./offs";
import { entriesOf } from "../../words/entries";
import { WORKING } from "../../words/stages";

const MEASURES = [
  ["width", "Width"],
  ["height", "Height"],
  ["gusset", "Gusset"],
] as const;

const MORE = [
  ["overlap", "Overlap at the seam"],
  ["gap", "Gap at the seam"],
  ["top_off", "Top edge off"],
  ["holes_off", "Holes off"],
  ["handles_off", "Handles off"],
  ["carried", "Carried"],
  ["adhesive", "Glue or tape"],
] as const;

const KEY = "wide-fold ruler";

function remembered(): Partial<Record<Unit, string>> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    return typeof kept === "object" && kept !== null ? kept : {};
  } catch {
    return {};
  }
}

/** By how much a measure is off: a press is one mark of the ruler more or less. */
function Off(props: { marks: number | null; unit: Unit; step: number; set: (marks: number | null) => void }) {
  const { marks, unit, step, set } = props;
  const by = (more: number) => set((marks ?? 0) + more);
  return (
    <>
      <button type="button" onClick={() => by(-step)}>
        <Figure text={said(-step, unit)} />
      </button>
      <button
        type="button"
        className="is-off"
        aria-live="polite"
        aria-pressed={marks !== null}
        onClick={() => set(marks === 0 ? null : 0)}
      >
        <Figure text={said(marks ?? 0, unit)} />
      </button>
      <button type="button" onClick={() => by(step)}>
        <Figure text={said(step, unit)} />
      </button>
    </>
  );
}

export function EntryForm({ onKept }: { onKept: () => unknown }) {
  const { bags, pages } = useBags();
  const { papers } = usePapers();
  const [text, setText] = useState<Partial<EntryText>>({});
  const [kept, setKept] = useState("");
  // Measures that were pressed, not typed: what is being typed is never taken away.
  const [pressed, setPressed] = useState<ReadonlySet<string>>(new Set());
  const readable = bags?.filter((bag) => bag.slip.readable) ?? [];
  const bag = readable.find((own) => own.id === text.bag) ?? readable[0];
  const add = useMutation({
    mutationFn: addEntry,
    onSuccess: () => {
      setKept(`${bag?.name} is in the journal.`);
      // The next bag is most likely one like it.
      setText(({ bag: same, paper, adhesive }) => ({ bag: same, paper, adhesive }));
      setPressed(new Set());
      return onKept();
    },
  });
  const [rulers, setRulers] = useState<Partial<Record<Unit, string>>>(remembered);
  const setRuler = (unit: Unit, id: string) => {
    const now = { ...rulers, [unit]: id };
    setRulers(now);
    try {
      localStorage.setItem(KEY, JSON.stringify(now));
    } catch {
      // Without a store the ruler is asked for again next time.
    }
  };
  const known = RULERS[bag?.slip.unit ?? "in"];
  const ruler = known.find(({ id }) => id === rulers[bag?.slip.unit ?? "in"]) ?? known[0];
  const fault = add.error instanceof Refused ? add.error.problem : null;
  const set = (change: Partial<EntryText>) => {
    setKept("");
    setText({ ...text, ...change });
  };
  if (bags?.length === 0) {
    return (
      <p>
        There is no bag that could have been made yet. <Link to="/">Draft the first one.</Link>
      </p>
    );
  }
  if (!bag) return <p aria-busy="true" />;
  const send = (sure: boolean) =>
    add.mutate({ ...text, bag: bag.id, made: text.made ?? inDays(0), sure } as EntryText);
  return (
    <form
      className="entry-form"
      aria-label="A made bag"
      onSubmit={(event) => {
        event.preventDefault();
        send(false);
      }}
    >
      <h2>A made bag</h2>
      <p className="entry-what">
        <select
          aria-label="Which bag"
          value={bag.id}
          onChange={(event) => set({ bag: Number(event.target.value) })}
        >
          {readable.map((own) => (
            <option key={own.id} value={own.id}>
              {own.name}, {own.slip.size.join(" × ")} {own.slip.unit}
            </option>
          ))}
        </select>
        <select
          aria-label="Its paper"
          value={text.paper ?? ""}
          onChange={(event) =>
            set({ paper: event.target.value === "" ? undefined : Number(event.target.value) })
          }
        >
          <option value="">paper not said</option>
          {papers.map((paper) => (
            <option key={paper.id} value={paper.id}>
              {paper.paper.name}
            </option>
          ))}
        </select>
        <input
          type="date"
          aria-label="Made on"
          max={inDays(0)}
          value={text.made ?? inDays(0)}
          onChange={(event) => set({ made: event.target.value })}
        />
        {pages.hasNextPage && (
          <Button variant="remedy" onClick={() => void pages.fetchNextPage()}>
            Show older bags
          </Button>
        )}
      </p>
      <p className="entry-ruler">
        Measured with a ruler marked every{" "}
        <select
          aria-label="Marks of the ruler"
          value={ruler.id}
          onChange={(event) => setRuler(bag.slip.unit, event.target.value)}
        >
          {RULERS[bag.slip.unit].map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </p>
      <div className="entry-measures">
        {MEASURES.map(([field, name], n) => (
          <div
            key={field}
            role="group"
            aria-label={name}
            className={fault?.field === field ? "has-error" : ""}
          >
            <span className="entry-measure">
              {name} <Figure text={bag.slip.size[n] ?? ""} />
            </span>
            <span className="entry-off">
              <Off
                marks={pressed.has(field) ? marksOf(text[field], bag.slip.unit) : null}
                unit={bag.slip.unit}
                step={ruler.mark}
                set={(marks) => {
                  setPressed(new Set([...pressed, field]));
                  set({ [field]: marks === null ? undefined : sent(marks, bag.slip.unit) });
                }}
              />
              <input
                aria-label={`${name} as measured`}
                placeholder="or measured"
                value={pressed.has(field) ? "" : (text[field] ?? "")}
                onChange={(event) => {
                  setPressed(new Set([...pressed].filter((other) => other !== field)));
                  set({ [field]: event.target.value });
                }}
              />
            </span>
          </div>
        ))}
      </div>
      <details>
        <summary>More about it</summary>
        <div className="entry-more">
          {MORE.map(([field, name]) => (
            <label key={field} className={fault?.field === field ? "has-error" : ""}>
              <span>{name}</span>
              <input value={text[field] ?? ""} onChange={(event) => set({ [field]: event.target.value })} />
            </label>
          ))}
          {entriesOf(WORKING).map(([stage, name]) => (
            <label key={stage}>
              <span>Minutes {name}</span>
              <input
                inputMode="numeric"
                value={text.minutes?.[stage] ?? ""}
                onChange={(event) => {
                  const minutes = event.target.value.replace(/\D/g, "");
                  set({
                    minutes: { ...text.minutes, [stage]: minutes === "" ? undefined : Number(minutes) },
                  });
                }}
              />
            </label>
          ))}
          <label className="entry-tick">
            <input
              type="checkbox"
              checked={text.cracked ?? false}
              onChange={(event) => set({ cracked: event.target.checked })}
            />
            It cracked at a fold
          </label>
          <label className="entry-tick">
            <input
              type="checkbox"
              checked={text.survived_flat ?? false}
              onChange={(event) => set({ survived_flat: event.target.checked })}
            />
            It was folded flat and came up whole
          </label>
          <label className="entry-words">
            <span>What you would change</span>
            <textarea
              maxLength={600}
              value={text.note ?? ""}
              onChange={(event) => set({ note: event.target.value })}
            />
          </label>
        </div>
      </details>
      {add.error && (
        <p className="alarm" role="alert">
          {add.error.message}{" "}
          {fault?.type === "/problems/far-from-planned" && (
            <Button variant="remedy" onClick={() => send(true)}>
              It is right
            </Button>
          )}
        </p>
      )}
      <p className="entry-done">
        <Button type="submit" disabled={add.isPending}>
          Into the journal
        </Button>
        <span role="status">{kept}</span>
      </p>
    </form>
  );
}
