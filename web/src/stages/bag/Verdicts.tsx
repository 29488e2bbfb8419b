// Judgements with their reasons, and remedies that are applied with one press.

import { Button } from "react-bootstrap";
import type { About, Remedy, Verdict } from "../../api/client";
import { Icon, type IconName } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";

const LEVELS: Record<Verdict["level"], { name: string; icon: IconName }> = {
  blocks: { name: "Cannot be made so", icon: "blocks" },
  warns: { name: "Take care", icon: "warns" },
  notes: { name: "Good to know", icon: "notes" },
};

export function Verdicts(props: {
  verdicts: Verdict[];
  onApply: (remedy: Remedy) => void;
  onPoint: (about: About[]) => void;
}) {
  const { verdicts, onApply, onPoint } = props;
  return (
    <section className="verdicts" tabIndex={-1} aria-label="What to know about this size">
      {verdicts.every((verdict) => verdict.level === "notes") && (
        <p className="all-well">
          <Icon name="tick" /> This bag can be made.
        </p>
      )}
      {verdicts.map((verdict) => {
        const level = LEVELS[verdict.level];
        return (
          <article
            key={verdict.code}
            className={`verdict is-${verdict.level}`}
            onMouseEnter={() => onPoint(verdict.about)}
            onMouseLeave={() => onPoint([])}
            onFocus={() => onPoint(verdict.about)}
            onBlur={() => onPoint([])}
          >
            <h3>
              <Icon name={level.icon} label={level.name} />
              <Figure text={verdict.title} />
            </h3>
            <p>
              <Figure text={verdict.why} />
            </p>
            {verdict.remedies.length > 0 && (
              <ul className="remedies">
                {verdict.remedies.map((remedy) => (
                  <li key={remedy.title}>
                    <Button variant="remedy" onClick={() => onApply(remedy)}>
                      <Figure text={remedy.title} />
                    </Button>
                    <small>
                      <Figure text={remedy.then} />
                    </small>
                  </li>
                ))}
              </ul>
            )}
          </article>
        );
      })}
    </section>
  );
}
