// The parts of a made bag's entry: what was made, how far it is off, whatever else was noticed.

import { useState } from "react";
import { Button } from "react-bootstrap";
import type { BagSummary, EntryText } from "../../api/client";
import { useBags } from "../../api/useBags";
import { usePapers } from "../../api/usePapers";
import { inDays } from "../../shared/days";
import { entriesOf } from "../../words/entries";
import { Figure } from "../../words/Figure";
import { WORKING } from "../../words/stages";
import { marksOf, RULERS, said, sent, type Unit } from "./offs";

/** What every part is given. */
export interface Part {
  text: Partial<EntryText>;
  bag: BagSummary;
  /** The field that cannot be kept, if one cannot. */
  wrong?: string | null;
  set: (change: Partial<EntryText>) => void;
}

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

/** The ruler that was measured with, one for each unit: kept in this browser. */
export function useRuler(unit: Unit) {
  const [rulers, setRulers] = useState<Partial<Record<Unit, string>>>(remembered);
  const setRuler = (id: string) => {
    const now = { ...rulers, [unit]: id };
    setRulers(now);
    try {
      localStorage.setItem(KEY, JSON.stringify(now));
    } catch {
      // Without a store the ruler is asked for again next time.
    }
  };
  const known = RULERS[unit];
  return { ruler: known.find(({ id }) => id === rulers[unit]) ?? known[0], setRuler };
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

/** Which bag, of what paper, on which day. */
export function EntryWhat({ text, bag, set }: Part) {
  const { bags, pages } = useBags();
  const { papers } = usePapers();
  const readable = bags?.filter((own) => own.slip.readable) ?? [];
  return (
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
  );
}

export function EntryRuler(props: { unit: Unit; ruler: string; setRuler: (id: string) => void }) {
  const { unit, ruler, setRuler } = props;
  return (
    <p className="entry-ruler">
      Measured with a ruler marked every{" "}
      <select
        aria-label="Marks of the ruler"
        value={ruler}
        onChange={(event) => setRuler(event.target.value)}
      >
        {RULERS[unit].map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </p>
  );
}

/** Width, height and gusset: pressed as they are off, or typed as they measure. */
export function EntryMeasures(
  props: Part & {
    step: number;
    pressed: ReadonlySet<string>;
    setPressed: (fields: ReadonlySet<string>) => void;
  },
) {
  const { text, bag, wrong, set, step, pressed, setPressed } = props;
  return (
    <div className="entry-measures">
      {MEASURES.map(([field, name], n) => (
        <div key={field} role="group" aria-label={name} className={wrong === field ? "has-error" : ""}>
          <span className="entry-measure">
            {name} <Figure text={bag.slip.size[n] ?? ""} />
          </span>
          <span className="entry-off">
            <Off
              marks={pressed.has(field) ? marksOf(text[field], bag.slip.unit) : null}
              unit={bag.slip.unit}
              step={step}
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
  );
}

/** Whatever else is worth knowing. */
export function EntryMore({ text, wrong, set }: Omit<Part, "bag">) {
  return (
    <details>
      <summary>More about it</summary>
      <div className="entry-more">
        {MORE.map(([field, name]) => (
          <label key={field} className={wrong === field ? "has-error" : ""}>
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
  );
}
