// What the journal knows of hands and of papers.

import { Button } from "react-bootstrap";
import type { HandRule, Journal } from "../../api/client";
import { Figure } from "../../words/Figure";

/** What new plans take off for the crafter's hands. */
export function HandRules({ rules, onLeave }: { rules: HandRule[]; onLeave: (rule: HandRule) => void }) {
  if (rules.length === 0) return null;
  return (
    <section aria-label="Hand rules">
      <h2>Taken off for your hands</h2>
      <ul className="journal-hand-rules">
        {rules.map((one) => (
          <li key={one.id}>
            <span>
              <Figure text={one.says} />
            </span>
            <Button variant="remedy" onClick={() => onLeave(one)}>
              Leave it out
            </Button>
          </li>
        ))}
      </ul>
      <p className="plots-enough">
        Bags that were planned with it keep it, until it is taken out of their habits.
      </p>
    </section>
  );
}

/** What became of every paper. */
export function PapersSeen({ papers }: { papers: Journal["papers"] }) {
  if (papers.length === 0) return null;
  return (
    <section aria-label="Papers">
      <h2>Papers, and what became of them</h2>
      <ul className="journal-papers">
        {papers.map((paper) => (
          <li key={paper.name}>
            <strong>{paper.name}</strong>
            <span>
              <Figure text={paper.says} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
