// The evenings there are, what is done on each, and what is late.

import { useState } from "react";
import { Button } from "react-bootstrap";
import type { Run, RunDraft } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { Figure } from "../../words/Figure";
import { inDays, spokenDay } from "../../shared/days";

type Share = Run["evenings"]["late"][number];

export function Evenings(props: {
  run: Run;
  asked: RunDraft;
  change: (edit: (draft: RunDraft) => RunDraft) => void;
}) {
  const { run, asked, change } = props;
  const plan = run.evenings;
  const evenings = asked.evenings ?? [];
  const set = (next: NonNullable<RunDraft["evenings"]>) => change((draft) => ({ ...draft, evenings: next }));
  return (
    <>
      <p className="evenings-takes">
        <strong>{plan.takes}</strong> of work are left. {plan.rests_on}
      </p>
      {plan.late_takes && (
        <div className="late">
          <p className="is-blocked">
            <Icon name="warns" label="Late" />{" "}
            {evenings.length === 0 ? "No evening is planned yet" : "The evenings are too short"}:{" "}
            {plan.late_takes} have no place before {spokenDay(run.date)}.
          </p>
          {plan.remedies.map((remedy) => (
            <Button key={remedy.label} variant="remedy" onClick={() => set(remedy.evenings)}>
              {remedy.label}
            </Button>
          ))}
        </div>
      )}
      <ol className="evenings">
        {plan.evenings.map((evening) => (
          <li key={evening.date} className={evening.past ? "is-past" : ""}>
            <div className="evening-head">
              <strong>{spokenDay(evening.date)}</strong>
              <span>{evening.past ? "over" : evening.when}</span>
              <label>
                <input
                  inputMode="numeric"
                  aria-label={`Minutes on ${spokenDay(evening.date)}`}
                  key={evening.minutes}
                  defaultValue={evening.minutes}
                  onFocus={(event) => event.target.select()}
                  onBlur={(event) => {
                    const minutes = Number(event.target.value.replace(/\D/g, ""));
                    if (minutes === evening.minutes) return;
                    set(evenings.map((own) => (own.date === evening.date ? { ...own, minutes } : own)));
                  }}
                />{" "}
                min
              </label>
              <ToolButton
                icon="bin"
                name={`Take ${spokenDay(evening.date)} out`}
                onClick={() => set(evenings.filter((own) => own.date !== evening.date))}
              />
            </div>
            {evening.shares.length === 0 ? (
              <p>{evening.past ? "" : "Nothing is left for it."}</p>
            ) : (
              <Shares shares={evening.shares} />
            )}
          </li>
        ))}
      </ol>
      <AddEvening
        evenings={evenings}
        last={run.date}
        onAdd={(date) => set([...evenings, { date, minutes: 90 }])}
      />
      {plan.late.length > 0 && evenings.length > 0 && (
        <details>
          <summary>What is late</summary>
          <Shares shares={plan.late} />
        </details>
      )}
    </>
  );
}

function Shares({ shares }: { shares: Share[] }) {
  return (
    <ul className="shares">
      {shares.map((share, n) => (
        <li key={n}>
          <span>
            <Figure text={share.says} />
          </span>
          <span className="share-takes">{share.takes}</span>
        </li>
      ))}
    </ul>
  );
}

function AddEvening(props: {
  evenings: NonNullable<RunDraft["evenings"]>;
  last: string;
  onAdd: (date: string) => void;
}) {
  const { evenings, last, onAdd } = props;
  const taken = new Set(evenings.map((evening) => evening.date));
  // The day itself is an evening only if it is asked for.
  const free = Array.from({ length: 60 }, (_, days) => inDays(days)).find(
    (day) => !taken.has(day) && day < last,
  );
  const [date, setDate] = useState<string | null>(null);
  const chosen = date ?? free ?? "";
  return (
    <form
      className="add-line"
      onSubmit={(event) => {
        event.preventDefault();
        if (chosen && !taken.has(chosen)) onAdd(chosen);
        setDate(null);
      }}
    >
      <input
        type="date"
        aria-label="Another evening"
        value={chosen}
        min={inDays(0)}
        max={last}
        onChange={(event) => setDate(event.target.value)}
      />
      <Button type="submit" variant="remedy" disabled={!chosen || taken.has(chosen)}>
        <Icon name="plus" /> An evening of 90 minutes
      </Button>
    </form>
  );
}
