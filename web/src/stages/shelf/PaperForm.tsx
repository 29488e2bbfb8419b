// One paper's figures, its width and height standing at the edges of the sheet they measure.

import { useEffect, useRef, useState, type ReactNode } from "react";
import type { PaperText } from "../../api/client";
import { FormDone } from "./FormDone";
import { useSending } from "./useSending";
import { entriesOf } from "../../words/entries";
import { isRoll, STOCKS, type StockKind } from "../../words/kinds";

const EMPTY: PaperText = { name: "", width: "12 in", height: "12 in", count: 1 };

type Typed = "name" | "width" | "height" | "weight" | "thickness" | "grid" | "price";

export function PaperForm(props: {
  paper?: PaperText;
  action: string;
  save: (paper: PaperText) => Promise<unknown>;
  onClose: () => void;
}) {
  const { action, save, onClose } = props;
  const [paper, setPaper] = useState(props.paper ?? EMPTY);
  // Whoever asked for the form goes on at its first field.
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const said = (text: string | null | undefined) => text?.trim() || null;
  const { weight, thickness, grid, price } = paper;
  const figures = {
    weight: said(weight),
    thickness: said(thickness),
    grid: said(grid),
    price: said(price),
  };
  const { fault, busy, send } = useSending(() => save({ ...paper, ...figures }), onClose);
  const field = (name: Typed, label: string, hint = "", big = false) => (
    <label className={big ? "edge-field" : undefined}>
      <span>{label}</span>
      <input
        value={paper[name] ?? ""}
        placeholder={hint}
        autoComplete="off"
        readOnly={busy}
        ref={name === "name" ? first : undefined}
        aria-invalid={fault?.field === name || undefined}
        onChange={(event) => setPaper({ ...paper, [name]: event.target.value })}
      />
    </label>
  );
  const onRoll = isRoll(paper);
  return (
    <form
      className="paper-form"
      onSubmit={send}
      aria-label={action}
      onKeyDown={(event) => event.key === "Escape" && onClose()}
    >
      <div className="paper-edges">
        <div className={onRoll ? "blank-sheet is-roll" : "blank-sheet"}>
          {field("name", "What you call it", "Ash glaze pad")}
        </div>
        {field("height", onRoll ? "Length left" : "Height", "12 in", true)}
        {field("width", "Width", "12 in", true)}
      </div>
      <div className="paper-habits">
        <Kinds paper={paper} setPaper={setPaper} />
        {field("weight", "Weight", "180 g/m² or 80 lb cover")}
        {field("thickness", "Thickness, measured", "0.25 mm")}
        {field("grid", "Grid on the back", "1/2 in, if it has one")}
        {field("price", onRoll ? "Price of a roll" : "Price of a sheet", "0.65")}
      </div>
      <FormDone sentence={fault?.sentence} action={action} onClose={onClose} />
    </form>
  );
}

/** What kind of paper it is, in words to choose from. */
function Kinds({ paper, setPaper }: { paper: PaperText; setPaper: (paper: PaperText) => void }) {
  return (
    <>
      <Choice label="It comes as">
        <select
          value={paper.kind ?? "sheets"}
          onChange={(event) => {
            const kind = event.target.value as StockKind;
            // Every roll stands by itself.
            const count = STOCKS[kind].isRoll ? Math.min(paper.count ?? 1, 1) : paper.count;
            setPaper({ ...paper, kind, count });
          }}
        >
          {entriesOf(STOCKS).map(([kind, { words }]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
      </Choice>
      <Choice label="Its pattern">
        <select
          value={paper.pattern ?? "up"}
          onChange={(event) => setPaper({ ...paper, pattern: event.target.value as "up" | "all_over" })}
        >
          <option value="up">has an up</option>
          <option value="all_over">lies all over</option>
        </select>
      </Choice>
      <Choice label="Fit to be seen">
        <select
          value={paper.printed ?? "one"}
          onChange={(event) => setPaper({ ...paper, printed: event.target.value as "one" | "both" })}
        >
          <option value="one">one side</option>
          <option value="both">both sides</option>
        </select>
      </Choice>
      <Choice label="Grain">
        <select
          value={paper.grain ?? ""}
          onChange={(event) =>
            setPaper({ ...paper, grain: (event.target.value || null) as "upright" | "sideways" | null })
          }
        >
          <option value="">not known</option>
          <option value="upright">upright</option>
          <option value="sideways">sideways</option>
        </select>
      </Choice>
    </>
  );
}

function Choice({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label>
      <span>{label}</span>
      {children}
    </label>
  );
}
