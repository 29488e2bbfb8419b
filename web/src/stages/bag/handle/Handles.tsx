// Every kind of handle, drawn on this bag; one press puts it on.

import { useQuery } from "@tanstack/react-query";
import { Button } from "react-bootstrap";
import { type Brief } from "../../../api/client";
import { handlesQuery } from "../../../api/queries";
import { Failed } from "../../../api/Failed";
import { Icon } from "../../../drawings/Icon";
import { FacePicture } from "../../../sheet/FacePicture";
import { Figure } from "../../../words/Figure";

export function Handles({ brief, onBrief }: { brief: Brief; onBrief: (brief: Brief) => void }) {
  const asked = useQuery(handlesQuery(brief));
  const data = asked.data ?? [];
  const chosen = data.find((choice) => choice.chosen);
  const hindered = data.filter((choice) => choice.verdict && !choice.chosen);
  return (
    <section className="handles" aria-labelledby="handles-title">
      <h3 id="handles-title">Carried by</h3>
      <Failed asked={asked} what="The handles" />
      <ul className="handle-kinds">
        {data.map(({ kind, name, when, chosen: own, face, verdict, brief: fitted }) => (
          <li key={kind}>
            <button type="button" aria-pressed={own} title={when} onClick={() => !own && onBrief(fitted)}>
              <FacePicture face={face} width={76} height={96} />
              <strong>{name}</strong>
              {verdict && !own && (
                <Icon
                  name={verdict.level === "blocks" ? "blocks" : "warns"}
                  label={verdict.level === "blocks" ? "Cannot be made so" : "Take care"}
                />
              )}
            </button>
          </li>
        ))}
      </ul>
      {chosen && <p className="customary">{chosen.when}</p>}
      {hindered.length > 0 && (
        <ul className="hindered">
          {hindered.map(({ kind, name, verdict }) => {
            const remedy = verdict?.remedies[0];
            return (
              <li key={kind}>
                <Icon name={verdict?.level === "blocks" ? "blocks" : "warns"} />
                <span>
                  {name}: <Figure text={`${verdict?.title}. ${verdict?.why}`} />{" "}
                  {remedy && (
                    <Button variant="remedy" title={remedy.then} onClick={() => onBrief(remedy.brief)}>
                      <span className="visually-hidden">{name}, with: </span>
                      <Figure text={remedy.title} />
                    </Button>
                  )}
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
