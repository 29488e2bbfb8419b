// The stages in the order of the work.

import { useRef, type KeyboardEvent } from "react";
import { Icon } from "../../drawings/Icon";
import { entriesOf } from "../../words/entries";
import { STAGES, type Stage } from "../../words/stages";

const ALL = entriesOf(STAGES);

export function StageRail({ stage, onStage }: { stage: Stage; onStage: (stage: Stage) => void }) {
  const list = useRef<HTMLDivElement>(null);
  const keys = (event: KeyboardEvent) => {
    const step = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (!step) return;
    event.preventDefault();
    const here = ALL.findIndex(([id]) => id === stage);
    const [next] = ALL[(here + step + ALL.length) % ALL.length] ?? [];
    if (!next) return;
    onStage(next);
    list.current?.querySelector<HTMLElement>(`#stage-${next}`)?.focus();
  };
  return (
    <div
      className="rail"
      role="tablist"
      aria-label="Stages of the work"
      ref={list}
      onKeyDown={keys}
      tabIndex={-1}
    >
      {ALL.map(([id, name], index) => (
        <button
          key={id}
          id={`stage-${id}`}
          type="button"
          role="tab"
          aria-selected={stage === id}
          aria-controls="stage-panel"
          tabIndex={stage === id ? 0 : -1}
          title={`${name} (${index + 1})`}
          onClick={() => onStage(id)}
        >
          <Icon name={id} />
          <span>{name}</span>
        </button>
      ))}
    </div>
  );
}
