// The stages in the order of the work.

import { useRef, type KeyboardEvent } from "react";
import { Icon, type IconName } from "../../drawings/Icon";

export type Stage = "size" | "handle" | "trim" | "score" | "cut" | "glue";

export const STAGES: { id: Stage; name: string; icon: IconName }[] = [
  { id: "size", name: "Size", icon: "size" },
  { id: "handle", name: "Handle", icon: "handle" },
  { id: "trim", name: "Trim", icon: "trim" },
  { id: "score", name: "Score", icon: "score" },
  { id: "cut", name: "Fold & cut", icon: "cut" },
  { id: "glue", name: "Glue", icon: "glue" },
];

export function StageRail({ stage, onStage }: { stage: Stage; onStage: (stage: Stage) => void }) {
  const list = useRef<HTMLDivElement>(null);
  const keys = (event: KeyboardEvent) => {
    const step = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (!step) return;
    event.preventDefault();
    const here = STAGES.findIndex(({ id }) => id === stage);
    const next = STAGES[(here + step + STAGES.length) % STAGES.length];
    if (!next) return;
    onStage(next.id);
    list.current?.querySelector<HTMLElement>(`#stage-${next.id}`)?.focus();
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
      {STAGES.map(({ id, name, icon }, index) => (
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
          <Icon name={icon} />
          <span>{name}</span>
        </button>
      ))}
    </div>
  );
}
