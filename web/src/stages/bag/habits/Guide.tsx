// A guide to notch and score with, and the sizes it makes of this sheet.

import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Failed } from "../../../api/Failed";
import { type Brief, type GuideText } from "../../../api/client";
import { guidesQuery } from "../../../api/queries";
import { Figure } from "../../../words/Figure";
import { useGuided } from "../useOffered";
import { Choice, Sentence, type Option, type Said } from "./words";

const NONE = "none";
const OWN = "own";

/** True if both fold alike, whatever they are called. */
const isSame = (one: GuideText, other: GuideText) =>
  JSON.stringify({ ...one, name: "" }) === JSON.stringify({ ...other, name: "" });

export function Guide(props: Said & { onOffer: (brief: Brief, from?: Brief) => void }) {
  const { plan, brief, set, onOffer } = props;
  const kept = useQuery(guidesQuery());
  const guides = kept.data?.guides ?? [];
  // As the service writes it: the brief may hold it in other words.
  const current = plan.brief.guide;
  const own = current && guides.find((one) => isSame(one.guide, current));
  const options: Option<string>[] = [
    [NONE, "no guide"],
    ...guides.map((one): Option<string> => [String(one.id), one.guide.name]),
    // One that was changed since, or came with the bag from elsewhere.
    ...(current && !own ? [[OWN, `${current.name}, as it was`] as Option<string>] : []),
  ];
  return (
    <Sentence heading="A guide">
      Notched and scored with{" "}
      <Choice
        name="Guide for notching and scoring"
        value={own ? String(own.id) : current ? OWN : NONE}
        options={options}
        onChange={(id) => {
          const { guide: _, ...rest } = brief;
          const chosen = guides.find((one) => String(one.id) === id);
          if (chosen) set({ guide: chosen.guide });
          else if (id === NONE) onOffer({ ...rest }, brief);
        }}
      />
      . <Link to="/shelf#guides">{guides.length > 0 ? "Your guides" : "Describe one you own"}</Link>
      <Failed asked={kept} what="The guides" />
      {current && <Sizes brief={plan.brief} onOffer={onOffer} />}
    </Sentence>
  );
}

/** What it makes of the sheet, each size to be taken with one press. */
function Sizes(props: { brief: Brief; onOffer: (brief: Brief, from?: Brief) => void }) {
  const asked = useGuided(props.brief);
  const told = asked.data?.offered;
  return (
    <>
      <Failed asked={asked} what="What the guide makes" />
      {told && (
        <span className="guide-makes" aria-busy={asked.isFetching}>
          <span>
            <Figure text={told.says} />
          </span>
          {told.makes.map((one) => (
            <button
              key={one.width}
              type="button"
              aria-pressed={one.current}
              onClick={() => props.onOffer(one.brief, asked.data?.from)}
            >
              <strong>
                <Figure text={one.width} /> wide
              </strong>
              <small>
                <Figure text={one.says} />
              </small>
            </button>
          ))}
          {told.makes.length > 0 && told.not.length > 0 && (
            <small>
              Of this sheet it makes none <Figure text={told.not.join(", ")} /> wide.
            </small>
          )}
        </span>
      )}
    </>
  );
}
