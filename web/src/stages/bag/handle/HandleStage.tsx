// The stage of handle and trimmings: what is wrong with them, the kinds to choose from, their figures, and the parts list.

import { SavedDownload } from "../SavedDownload";
import { Button } from "react-bootstrap";
import { templateUrl, type About, type Brief, type Plan } from "../../../api/client";
import { Figure } from "../../../words/Figure";
import { Verdicts } from "../Verdicts";
import { Handles } from "./Handles";
import { Trimmings } from "./Trimmings";
import { withFitting, withFittings } from "./withFitting";

const OWN = ["handle.", "backing.", "closure.", "mat.", "pocket.", "medallion.", "load."];

export function HandleStage(props: {
  bag: number;
  plan: Plan;
  brief: Brief;
  fault: { field: string; sentence: string } | null;
  onBrief: (brief: Brief, key?: string) => void;
  onPoint: (about: About[]) => void;
  save: () => Promise<boolean>;
}) {
  const { bag, plan, brief, fault, onBrief, onPoint, save } = props;
  const extras = brief.extras ?? [];
  const own = plan.verdicts.filter((verdict) => OWN.some((start) => verdict.code.startsWith(start)));
  return (
    <>
      {own.length > 0 && (
        <Verdicts verdicts={own} onApply={(remedy) => onBrief(remedy.brief)} onPoint={onPoint} />
      )}
      <Handles brief={brief} onBrief={onBrief} />
      <Trimmings
        plan={plan}
        fittings={brief.fittings ?? {}}
        fault={fault}
        set={(change, key) => onBrief(withFittings(brief, change), key)}
        tagged={extras.includes("tag")}
        onTag={() =>
          onBrief({
            ...brief,
            extras: extras.includes("tag") ? extras.filter((extra) => extra !== "tag") : [...extras, "tag"],
          })
        }
        onFigure={(field, text) => onBrief(withFitting(brief, field, text), field)}
      />
      <Parts plan={plan} brief={brief} onBrief={onBrief} />
      {plan.fittings.face.holes.length > 0 && (
        <p>
          <SavedDownload href={templateUrl(bag)} save={save} variant="remedy">
            Hole template, 1:1
          </SavedDownload>{" "}
          marks both faces alike.
        </p>
      )}
    </>
  );
}

/** Everything besides the pieces: how many, how large, from where. */
function Parts({ plan, brief, onBrief }: { plan: Plan; brief: Brief; onBrief: (brief: Brief) => void }) {
  const { parts } = plan.fittings;
  const wanted = brief.extras ?? [];
  return (
    <section className="parts" aria-labelledby="parts-title">
      <h3 id="parts-title">Parts, besides the pieces</h3>
      {parts.length === 0 && <p>None: the pieces are all it takes.</p>}
      <ul>
        {parts.map(({ name, count, size, from, extra, own_paper }) => (
          <li key={name}>
            <strong>
              {count} × {name}
            </strong>{" "}
            {size && (
              <span className="part-size">
                <Figure text={size} />
              </span>
            )}
            <small>{from}</small>
            {extra && (
              <Button
                variant="remedy"
                aria-pressed={own_paper}
                onClick={() =>
                  onBrief({
                    ...brief,
                    extras: own_paper ? wanted.filter((other) => other !== extra) : [...wanted, extra],
                  })
                }
              >
                from the bag’s own paper<span className="visually-hidden">: {name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
