// What stands in the head of a bag: its name, whether it is saved, the unit, the sheet to take along.

import { useState } from "react";
import { Button, ButtonGroup } from "react-bootstrap";
import { Link, useNavigate } from "react-router";
import type { Bag, BagDraft, Brief } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { ToolButton } from "../../drawings/ToolButton";
import { UndoToast } from "../../drawings/UndoToast";
import type { Saving } from "../../shared/saving/Saver";
import { TakeAlong } from "./TakeAlong";
import type { useAutosave } from "./useAutosave";
import type { useHistory } from "../../shared/useHistory";

const SAYS: Record<Saving, string> = {
  saved: "Saved",
  saving: "Saving…",
  waiting: "Not saved: finish the figure",
  offline: "Not saved yet, trying again",
  refused: "Not saved: this cannot be kept",
  conflict: "Not saved: changed elsewhere",
};

/** Whether what is on the screen is kept. */
function SavingState({ state }: { state: Saving }) {
  return (
    <span className={`saving is-${state}`} role="status">
      <Icon name={state === "saved" ? "tick" : "pencil"} />
      {SAYS[state]}
    </span>
  );
}

function NameField({ name, onChange }: { name: string; onChange: (name: string) => void }) {
  return (
    <input
      className="name-field"
      aria-label="Name of the bag"
      value={name}
      maxLength={120}
      spellCheck={false}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

type UnitName = NonNullable<Brief["unit"]>;

const UNITS: { id: UnitName; short: string; name: string }[] = [
  { id: "inch", short: "in", name: "inches" },
  { id: "metric", short: "mm", name: "millimetres" },
];

function UnitSwitch(props: { unit: UnitName; disabled: boolean; onChange: (unit: UnitName) => void }) {
  return (
    <ButtonGroup className="unit-switch" aria-label="Unit of the labels; the bag stays as it is">
      {UNITS.map(({ id, short, name }) => (
        <Button
          key={id}
          variant="tool"
          aria-pressed={props.unit === id}
          title={`Read in ${name}; the bag stays as it is`}
          disabled={props.disabled && props.unit !== id}
          onClick={() => props.unit !== id && props.onChange(id)}
        >
          {short}
        </Button>
      ))}
    </ButtonGroup>
  );
}

/** The pages of the bag that show it as it is saved. What is on the screen is saved first; if that cannot be, one is asked. */
function Elsewhere({ bag, save }: { bag: Bag; save: () => Promise<boolean> }) {
  const navigate = useNavigate();
  const [held, setHeld] = useState<{ page: "table" | "history"; says: string } | null>(null);
  const go = async (page: "table" | "history", name: string) => {
    setHeld(null);
    if (await save()) void navigate(`/bags/${bag.id}/${page}`);
    else
      setHeld({
        page,
        says: `The bag is not saved as it stands here. ${name} would show it as it was saved.`,
      });
  };
  return (
    <>
      <ToolButton
        icon="versions"
        name="Earlier versions"
        title="How it was before, and which was made"
        onClick={() => void go("history", "The list of versions")}
      />
      <Button
        variant="tool"
        className="to-table"
        title="One step at a time, to be read standing up"
        onClick={() => void go("table", "The table")}
      >
        <Icon name="steps" />
        <span>At the table</span>
      </Button>
      <UndoToast
        says={held && held.says}
        press="Open it as it was"
        onBack={() => held && void navigate(`/bags/${bag.id}/${held.page}`)}
        onClose={() => setHeld(null)}
      />
    </>
  );
}

export function BenchHead(props: {
  bag: Bag;
  draft: BagDraft;
  history: ReturnType<typeof useHistory<BagDraft>>;
  saving: Pick<ReturnType<typeof useAutosave>, "state" | "save">;
  unit: UnitName;
  /** Changes the unit; nothing while a figure cannot be read. */
  onUnit: ((unit: UnitName) => void) | null;
}) {
  const { bag, draft, history, saving, unit, onUnit } = props;
  return (
    <header className="bench-head">
      <Link to="/" className="brand" aria-label="Wide Fold: all bags">
        <Icon name="mark" />
        <span>All bags</span>
      </Link>
      <NameField name={draft.name ?? ""} onChange={(name) => history.set({ ...draft, name }, "name")} />
      <SavingState state={saving.state} />
      <div className="bench-tools">
        <ToolButton
          icon="undo"
          name="Undo"
          title="Undo (Ctrl Z)"
          disabled={!history.canUndo}
          onClick={history.undo}
        />
        <ToolButton
          icon="redo"
          name="Redo"
          title="Redo (Ctrl Y)"
          disabled={!history.canRedo}
          onClick={history.redo}
        />
        <UnitSwitch unit={unit} disabled={onUnit === null} onChange={(to) => onUnit?.(to)} />
        <Elsewhere bag={bag} save={saving.save} />
        <TakeAlong bag={bag.id} unit={unit === "metric" ? "mm" : "in"} save={saving.save} />
      </div>
    </header>
  );
}
