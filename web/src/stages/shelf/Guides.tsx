// The guides a crafter owns, under the papers.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useLocation } from "react-router";
import { addGuide, bringGuide, takeGuide, updateGuide, type Guide, type GuideText } from "../../api/client";
import { guidesQuery } from "../../api/queries";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { UndoToast } from "../../drawings/UndoToast";
import { Figure } from "../../words/Figure";
import { GuideDrawing } from "./GuideDrawing";
import { GuideForm } from "./GuideForm";

type Named = { id: number; revision: number; name: string };

/** The guides, and what can be done to them. */
function useGuides() {
  const queries = useQueryClient();
  const guides = useQuery({ ...guidesQuery(), refetchOnMount: "always" });
  const [taken, setTaken] = useState<Named | null>(null);
  const refresh = () => queries.invalidateQueries(guidesQuery());
  const add = useMutation({ mutationFn: addGuide, onSuccess: refresh });
  const change = useMutation({
    mutationFn: ({ id, revision, guide }: { id: number; revision: number; guide: GuideText }) =>
      updateGuide(id, revision, guide),
    onSettled: refresh,
  });
  const take = useMutation({
    mutationFn: (guide: Named) => takeGuide(guide),
    onSuccess: (_, guide) => setTaken(guide),
    onSettled: refresh,
  });
  const bring = useMutation({
    mutationFn: bringGuide,
    onSuccess: () => {
      setTaken(null);
      return refresh();
    },
  });
  const problem = guides.error ?? take.error ?? bring.error;
  return { guides, add, change, take, bring, taken, forget: () => setTaken(null), problem };
}

export function Guides({ isLaidOut }: { isLaidOut: boolean }) {
  const { guides, add, change, take, bring, taken, forget, problem } = useGuides();
  const [adding, setAdding] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  const isMeant = useLocation().hash === "#guides";
  // What stands above it has found its place.
  const isThere = guides.isSuccess && isLaidOut;
  useEffect(() => {
    if (isMeant && isThere) heading.current?.scrollIntoView();
  }, [isMeant, isThere]);
  const kept = guides.data?.guides ?? [];
  const unreadable = guides.data?.unreadable ?? [];
  return (
    <section className="guides" aria-labelledby="guides">
      <h2 id="guides" ref={heading}>
        Guides for notching and scoring
      </h2>
      {problem && (
        <p className="alarm" role="alert">
          {problem.message}
        </p>
      )}
      {guides.data && kept.length + unreadable.length === 0 && (
        <p>
          None yet. A guide folds one gusset and one depth of base flap, and a few widths. Measure yours once,
          and every bag says whether it goes through it.
        </p>
      )}
      <ul className="papers" aria-label="Guides" tabIndex={-1}>
        {kept.map((guide) => (
          <GuideSlip
            key={guide.id}
            guide={guide}
            onChange={(text) => change.mutateAsync({ ...guide, guide: text })}
            onTake={() => take.mutate({ ...guide, name: guide.guide.name })}
          />
        ))}
        {unreadable.map((guide) => (
          <li key={guide.id} className="paper-slip is-unreadable">
            <strong>{guide.name}</strong>
            <span className="is-blocked">
              <Icon name="blocks" />
              <span>{guide.sentence}</span>
            </span>
            <code>{guide.text}</code>
            <div className="paper-count">
              <ToolButton icon="bin" name={`Take ${guide.name} away`} onClick={() => take.mutate(guide)} />
            </div>
          </li>
        ))}
        <li className={adding ? "paper-slip is-open" : "paper-slip is-new"}>
          {adding ? (
            <GuideForm action="Keep this guide" save={add.mutateAsync} onClose={() => setAdding(false)} />
          ) : (
            <button type="button" aria-expanded={false} onClick={() => setAdding(true)}>
              <Icon name="plus" />
              <span>Another guide</span>
            </button>
          )}
        </li>
      </ul>
      <UndoToast
        says={taken && `“${taken.name}” is taken away.`}
        onBack={() => taken && bring.mutate(taken.id)}
        onClose={forget}
      />
    </section>
  );
}

function GuideSlip(props: {
  guide: Guide;
  onChange: (guide: GuideText) => Promise<unknown>;
  onTake: () => void;
}) {
  const { guide, onChange, onTake } = props;
  const [editing, setEditing] = useState(false);
  const { name } = guide.guide;
  if (editing) {
    return (
      <li className="paper-slip is-open">
        <GuideForm
          guide={guide}
          action={`Keep ${name} so`}
          save={onChange}
          onClose={() => setEditing(false)}
        />
      </li>
    );
  }
  return (
    <li className="paper-slip">
      <GuideDrawing guide={guide} width={220} height={170} />
      <strong>{name}</strong>
      <small>
        <Figure text={guide.says} />
      </small>
      <div className="paper-count" role="group" aria-label={`What can be done with ${name}`}>
        <ToolButton icon="pencil" name={`Change ${name}`} expanded={false} onClick={() => setEditing(true)} />
        <ToolButton icon="bin" name={`Take ${name} away`} onClick={onTake} />
      </div>
    </li>
  );
}
