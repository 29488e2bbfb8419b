// One paper's figures, its width and height standing at the edges of the sheet they measure.

import { useEffect, useRef, useState } from "react";
import type { PaperText } from "../../api/client";
import { Pick } from "../../drawings/Pick";
import { TextField } from "../../drawings/TextField";
import { FormDone } from "./FormDone";
import { useSending } from "./useSending";
import { entriesOf } from "../../words/entries";
import { isRoll, STOCKS } from "../../words/kinds";

const EMPTY: PaperText = { name: "", width: "12 in", height: "12 in", count: 1 };

/** In words; a new one stops the compiler here. */
const PATTERNS: Record<NonNullable<PaperText["pattern"]>, string> = {
  up: "has an up",
  all_over: "lies all over",
};
const PRINTED: Record<NonNullable<PaperText["printed"]>, string> = { one: "one side", both: "both sides" };
const GRAINS: Record<NonNullable<PaperText["grain"]>, string> = { upright: "upright", sideways: "sideways" };
const UNKNOWN = "";

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
    <TextField
      name={label}
      value={paper[name] ?? ""}
      hint={hint}
      wrong={fault?.field === name}
      className={big ? "edge-field" : undefined}
      readOnly={busy}
      ref={name === "name" ? first : undefined}
      onText={(text) => setPaper({ ...paper, [name]: text })}
    />
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
      <Pick
        name="It comes as"
        value={paper.kind ?? "sheets"}
        options={entriesOf(STOCKS).map(([kind, { words }]) => [kind, words] as const)}
        onPick={(kind) => {
          // Every roll stands by itself.
          const count = STOCKS[kind].isRoll ? Math.min(paper.count ?? 1, 1) : paper.count;
          setPaper({ ...paper, kind, count });
        }}
      />
      <Pick
        name="Its pattern"
        value={paper.pattern ?? "up"}
        options={entriesOf(PATTERNS)}
        onPick={(pattern) => setPaper({ ...paper, pattern })}
      />
      <Pick
        name="Fit to be seen"
        value={paper.printed ?? "one"}
        options={entriesOf(PRINTED)}
        onPick={(printed) => setPaper({ ...paper, printed })}
      />
      <Pick
        name="Grain"
        value={paper.grain ?? UNKNOWN}
        options={[[UNKNOWN, "not known"], ...entriesOf(GRAINS)] as const}
        onPick={(grain) => setPaper({ ...paper, grain: grain === UNKNOWN ? null : grain })}
      />
    </>
  );
}
